import {
  freeSectionId,
  isHeaderOrFooter,
  limits,
  pageNode,
  relinkSection,
  removeSection,
  type Edit,
  type PageSection,
} from '@plumgate/core/page';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { slugFrom } from '@plumgate/core/basics';
import { Button, IconButton } from '../../../ui/button.tsx';
import { TextField } from '../../../ui/field.tsx';
import { addBand } from '../commands.ts';
import { useEditor, useEditorStore } from '../store.ts';
import { useSet } from './use-set.ts';

/** The page's sections, shown one at a time. Adding the first makes two: what is there but header and footer, and a new one. */
export function SectionList() {
  const store = useEditorStore();
  const sections = useEditor((state) => state.draft.page.sections);
  const set = useSet(pageNode);
  const add = () => {
    const { draft, edit, select } = store.getState();
    const { page } = draft;
    const before =
      sections.length > 0 ? sections : [{ id: freeSectionId(draft, 'start'), name: 'Start' }];
    const name = `Section ${before.length + 1}`;
    const section = { id: freeSectionId(draft, name), name };
    const joining: Edit[] =
      sections.length > 0
        ? []
        : page.bands
            .filter((band) => band.popup === '' && !isHeaderOrFooter(band))
            .map(({ id }) => ({ do: 'set', id, changes: { section: before[0]!.id } }));
    const last = page.bands.findLast(({ popup }) => popup === '')?.id ?? pageNode;
    const { edits, id } = addBand(draft, last);
    const isDone = edit([
      { do: 'set', id: pageNode, changes: { sections: [...before, section] } },
      ...joining,
      ...edits,
      { do: 'set', id, changes: { section: section.id, name } },
    ]);
    if (isDone) select(id);
  };
  return (
    <section className="grid gap-2">
      <h3 className="text-xs font-semibold">Sections</h3>
      <p className="text-xs text-muted">
        Shown one at a time at the page’s address. A button leads from one to another, and each has
        its own link.
      </p>
      {sections.map((section, index) => (
        <Section
          key={section.id}
          section={section}
          onRename={(name) => set({ sections: sections.with(index, { ...section, name }) })}
        />
      ))}
      <Button disabled={sections.length >= limits.sections} onClick={add}>
        <Plus className="size-4" aria-hidden /> Add a section
      </Button>
    </section>
  );
}

function Section({
  section,
  onRename,
}: {
  section: PageSection;
  onRename: (name: string) => void;
}) {
  const store = useEditorStore();
  const [link, setLink] = useState(section.id);
  const [problem, setProblem] = useState('');
  const relink = () => {
    const { draft, edit } = store.getState();
    const wanted = slugFrom(link).slice(0, 40);
    if (wanted === section.id) return setLink(section.id);
    if (freeSectionId(draft, wanted) !== wanted)
      return setProblem('Another part of the page has this link.');
    setProblem('');
    edit(relinkSection(draft, section.id, wanted));
  };
  return (
    <div className="grid gap-2 rounded-control border border-line p-2.5">
      <div className="flex items-end gap-1">
        <div className="flex-1">
          <TextField
            label="Name"
            maxLength={60}
            value={section.name}
            onChange={(event) => onRename(event.target.value)}
          />
        </div>
        <IconButton
          label={`Remove ${section.name || section.id}; its bands stay`}
          onClick={() => {
            const { draft, edit } = store.getState();
            edit(removeSection(draft, section.id));
          }}
        >
          <Trash2 />
        </IconButton>
      </div>
      <TextField
        label="Link"
        help={`The page’s address with #${slugFrom(link)}`}
        error={problem || undefined}
        maxLength={40}
        value={link}
        onChange={(event) => setLink(event.target.value)}
        onBlur={relink}
      />
    </div>
  );
}
