import { api, type ClientSummary, type ResultView } from '@plumgate/contract';
import { X } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';

const kept = ['time', 'from', 'to', 'by', 'with'] as const;

/** What of the address makes a view. */
function fieldsIn(search: URLSearchParams): ResultView['fields'] {
  return Object.fromEntries(
    kept.flatMap((field) => {
      const value = search.get(field);
      return value ? [[field, value]] : [];
    }),
  );
}

/** Ways to look at results that the team keeps by a name, and what is shown now to keep with them. */
export function SavedViews({ client, search }: { client: ClientSummary; search: URLSearchParams }) {
  const act = useAct();
  const [name, setName] = useState<string | null>(null);
  const params = { clientId: client.id };
  const asked = useEndpoint(api.listResultViews, { params });
  const views = asked.data?.views ?? [];
  const shown = fieldsIn(search);
  const isShown = ({ fields }: ResultView) =>
    kept.every((field) => (fields[field] ?? '') === (shown[field] ?? ''));
  const keep = (view: Omit<ResultView, 'viewId'>) =>
    call(api.keepResultView, { params, body: view });
  const canSave = !views.some(isShown) && Object.keys(shown).length > 0;
  if (views.length === 0 && !canSave) return null;
  return (
    <div className="flex flex-wrap items-center gap-2 text-[13px]">
      {views.map((view) => (
        <span
          key={view.viewId}
          className={`flex items-center rounded-full border pl-3 ${isShown(view) ? 'border-plum bg-plum-tint' : 'border-line bg-sheet'}`}
        >
          <Link
            className="font-medium"
            aria-current={isShown(view) ? 'true' : undefined}
            to={`/${client.slug}/results?${new URLSearchParams(view.fields)}`}
          >
            {view.name}
          </Link>
          <IconButton
            label={`Remove the view ${view.name}`}
            onClick={() =>
              void act(async () => {
                await call(api.removeResultView, { params: { resultViewId: view.viewId } });
                const { viewId: _gone, ...again } = view;
                return { said: `${view.name} was removed.`, undo: () => keep(again) };
              })
            }
          >
            <X />
          </IconButton>
        </span>
      ))}
      {canSave && (
        <Button size="small" look="quiet" onClick={() => setName('')}>
          Save this view
        </Button>
      )}
      {name !== null && (
        <Dialog title="Save this view" onClose={() => setName(null)}>
          <form
            className="grid gap-4"
            onSubmit={(event) => {
              event.preventDefault();
              setName(null);
              void act(async () => {
                await keep({ name, fields: shown });
                return { said: `Saved as ${name}.` };
              });
            }}
          >
            <TextField
              label="Name"
              help="The time, what it is compared with, and how it is taken apart are kept for the whole team."
              autoFocus
              maxLength={40}
              value={name}
              onChange={({ target }) => setName(target.value)}
            />
            <DialogFoot
              does="Save"
              off={!name.trim()}
              failure={null}
              onClose={() => setName(null)}
            />
          </form>
        </Dialog>
      )}
    </div>
  );
}
