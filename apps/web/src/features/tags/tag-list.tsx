import { api, type ClientSummary, type TagView } from '@plumgate/contract';
import type { TagContent } from '@plumgate/core/tags';
import { ArrowDown, ArrowUp, Pencil, X } from 'lucide-react';
import { call } from '../../api/call.ts';
import { IconButton } from '../../ui/button.tsx';
import { Tick } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { tagWords, type TagChoices } from './tag-words.ts';

/** A client's tags in the order in which they run, each switched, moved, changed and removed right there. */
export function TagList({
  client,
  tags,
  choices,
  onEdit,
}: {
  client: ClientSummary;
  tags: readonly TagView[];
  choices: TagChoices;
  onEdit: (tag: TagView) => void;
}) {
  const act = useAct();
  const params = { clientId: client.id };
  const ids = tags.map(({ id }) => id);
  const order = (to: typeof ids) => call(api.orderTags, { params, body: { tags: to } });
  const change = ({ id }: TagView, content: TagContent) =>
    call(api.changeTag, { params: { tagId: id }, body: content });
  const move = (index: number, by: 1 | -1) =>
    act(async () => {
      const to = [...ids];
      to.splice(index + by, 0, ...to.splice(index, 1));
      await order(to);
      return { said: 'Moved.', undo: () => order(ids) };
    });
  /** It comes back in its place, and those that need it need it again. */
  const bringBack = async ({ id, content }: TagView) => {
    const added = await call(api.addTags, { params, body: { tags: [content] } });
    const back = added.ids[0]!;
    for (const one of tags)
      if (one.content.needs === id) await change(one, { ...one.content, needs: back });
    await order(ids.map((one) => (one === id ? back : one)));
  };
  return (
    <ol className="grid gap-2" aria-label="Tags in the order in which they run">
      {tags.map((tag, index) => {
        const { name, on } = tag.content;
        return (
          <li
            key={tag.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-card border border-line bg-sheet py-2.5 pr-3 pl-4"
          >
            <div className={`min-w-0 flex-1 basis-64 ${on ? '' : 'text-muted'}`}>
              <p className="font-semibold">{name}</p>
              <p className="text-[13px] text-muted">
                {tagWords(tag.content, { tags, choices, currency: client.currency })}
              </p>
            </div>
            <Tick
              label="On"
              checked={on}
              onChange={(to) =>
                void act(async () => {
                  await change(tag, { ...tag.content, on: to });
                  return {
                    said: `${name} is ${to ? 'on' : 'off'}.`,
                    undo: () => change(tag, tag.content),
                  };
                })
              }
            />
            <div className="flex">
              <IconButton
                label={`Run ${name} earlier`}
                disabled={index === 0}
                onClick={() => void move(index, -1)}
              >
                <ArrowUp />
              </IconButton>
              <IconButton
                label={`Run ${name} later`}
                disabled={index === tags.length - 1}
                onClick={() => void move(index, 1)}
              >
                <ArrowDown />
              </IconButton>
              <IconButton label={`Edit ${name}`} onClick={() => onEdit(tag)}>
                <Pencil />
              </IconButton>
              <IconButton
                label={`Remove ${name}`}
                onClick={() =>
                  void act(async () => {
                    await call(api.removeTag, { params: { tagId: tag.id } });
                    return { said: `${name} was removed.`, undo: () => bringBack(tag) };
                  })
                }
              >
                <X />
              </IconButton>
            </div>
          </li>
        );
      })}
    </ol>
  );
}
