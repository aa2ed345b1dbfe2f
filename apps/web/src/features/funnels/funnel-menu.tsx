import { api, type PathBoard } from '@plumgate/contract';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/call.ts';
import { IconButton } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, TextField } from '../../ui/field.tsx';
import { Menu } from '../../ui/menu.tsx';
import { useAct } from '../../ui/use-act.ts';
import { useRemoval } from '../bin/use-removal.tsx';
import { CopyFunnel } from './copy-funnel.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { keepFunnel } from './save-funnel-template.ts';

type Changes = Partial<Pick<PathBoard['funnel'], 'name' | 'folder' | 'head' | 'body'>>;

/** What can be done with a funnel as a whole. */
export function FunnelMenu({ board, clientSlug }: { board: PathBoard; clientSlug: string }) {
  const act = useAct();
  const navigate = useNavigate();
  const [asking, setAsking] = useState<'name' | 'copy' | 'code' | null>(null);
  const { funnel } = board;
  const params = { funnelId: funnel.id };
  const change = (body: Changes) => call(api.changeFunnel, { params, body });
  const { name, folder, head, body } = funnel;
  const keep = (changes: Changes, said: string) => {
    setAsking(null);
    void act(async () => {
      await change(changes);
      return { said, undo: () => change({ name, folder, head, body }) };
    });
  };
  const { remove, removal } = useRemoval();
  const removeFunnel = () =>
    void remove({
      kind: 'funnel',
      id: funnel.id,
      does: () => call(api.removeFunnel, { params }),
      after: () => navigate(`/${clientSlug}/funnels`),
    });
  return (
    <>
      <Menu
        trigger={
          <IconButton label="Actions for the funnel">
            <Ellipsis />
          </IconButton>
        }
        items={[
          { label: 'Name and folder…', does: () => setAsking('name') },
          { label: 'Code on all its pages…', does: () => setAsking('code') },
          { label: 'Copy the funnel…', does: () => setAsking('copy') },
          {
            label: 'Export as a zip',
            does: () => void act(() => saveFile(api.exportFunnel, { params })),
          },
          { label: 'Save as a template', does: () => void act(() => keepFunnel(board)) },
          null,
          { label: 'Delete the funnel…', grave: true, does: removeFunnel },
        ]}
      />
      {asking === 'name' && (
        <NameAndFolder
          {...{ name, folder }}
          onClose={() => setAsking(null)}
          onSave={(changes) => keep(changes, `Named “${changes.name}”.`)}
        />
      )}
      {asking === 'code' && (
        <FunnelCode
          {...{ head, body }}
          onClose={() => setAsking(null)}
          onSave={(changes) =>
            keep(changes, 'Saved. It applies to each page once that page is published.')
          }
        />
      )}
      {asking === 'copy' && <CopyFunnel funnel={funnel} onClose={() => setAsking(null)} />}
      {removal}
    </>
  );
}

function NameAndFolder({
  onSave,
  onClose,
  ...given
}: {
  name: string;
  folder: string;
  onSave: (changes: { name: string; folder: string }) => void;
  onClose: () => void;
}) {
  const [name, setName] = useState(given.name);
  const [folder, setFolder] = useState(given.folder);
  return (
    <Dialog title="Name and folder" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          onSave({ name: name.trim(), folder: folder.trim() });
        }}
      >
        <TextField
          label="Name"
          required
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <TextField
          label="Folder"
          help="Funnels in the same folder are listed together. Leave empty for none."
          maxLength={60}
          value={folder}
          onChange={(event) => setFolder(event.target.value)}
        />
        <DialogFoot does="Save" off={!name.trim()} failure={null} onClose={onClose} />
      </form>
    </Dialog>
  );
}

function FunnelCode({
  onSave,
  onClose,
  ...given
}: {
  head: string;
  body: string;
  onSave: (changes: { head: string; body: string }) => void;
  onClose: () => void;
}) {
  const [head, setHead] = useState(given.head);
  const [body, setBody] = useState(given.body);
  return (
    <Dialog title="Code on all its pages" width="w-[560px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          onSave({ head, body });
        }}
      >
        <LongField
          label="In the head"
          help="As HTML, before a page’s own code. It waits for consent where the client asks. The codes of ad platforms have a place of their own: Results, Tags."
          rows={6}
          className="font-mono"
          maxLength={20_000}
          spellCheck={false}
          value={head}
          onChange={(event) => setHead(event.target.value)}
        />
        <LongField
          label="At the end of the body"
          rows={4}
          maxLength={20_000}
          spellCheck={false}
          value={body}
          onChange={(event) => setBody(event.target.value)}
        />
        <DialogFoot does="Save" failure={null} onClose={onClose} />
      </form>
    </Dialog>
  );
}
