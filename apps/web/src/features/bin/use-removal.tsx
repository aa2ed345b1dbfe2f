import { api, type BinKind, type RemovalView } from '@plumgate/contract';
import type { BinId, TemplateId } from '@plumgate/core/basics';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useAct } from '../../ui/use-act.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { kindWords, lossWords } from './loss-words.ts';

/** Something that is to be deleted. */
export interface Wanted {
  kind: BinKind;
  id: string;
  /** Moves it to the bin. */
  does: () => Promise<{ binId: BinId }>;
  /** What follows once it is there: leaving its screen. */
  after?: () => unknown;
}

/** A template to be deleted. */
export const templateToRemove = (templateId: TemplateId): Wanted => ({
  kind: 'template',
  id: templateId,
  does: () => call(api.removeTemplate, { params: { templateId } }),
});

/**
 * The one way to delete something. What nothing depends on goes at once, with an undo; otherwise a dialog first says what
 * would be lost, and asks for its name when visitors can see it. `removal` is to be put somewhere on the screen.
 */
export function useRemoval(): { remove: (wanted: Wanted) => Promise<void>; removal: ReactNode } {
  const act = useAct();
  const clientId = useClient()?.id ?? '';
  const [asked, setAsked] = useState<{ wanted: Wanted; view: RemovalView } | null>(null);
  const carryOut = ({ does, after }: Wanted, name: string) =>
    act(async () => {
      const { binId } = await does();
      await after?.();
      return {
        said: `“${name}” is in the bin for 30 days.`,
        undo: async () => {
          const { note } = await call(api.restoreFromBin, { params: { clientId, binId } });
          if (note) toast(note);
        },
      };
    });
  const remove = async (wanted: Wanted) => {
    const params = { clientId, kind: wanted.kind, subjectId: wanted.id };
    try {
      const view = await call(api.getRemoval, { params });
      if (view.isLive || view.losses.length > 0) setAsked({ wanted, view });
      else await carryOut(wanted, view.name);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return {
    remove,
    removal: asked && (
      <RemovalDialog
        kind={asked.wanted.kind}
        view={asked.view}
        onClose={() => setAsked(null)}
        onConfirm={() => {
          setAsked(null);
          void carryOut(asked.wanted, asked.view.name);
        }}
      />
    ),
  };
}

function RemovalDialog({
  kind,
  view: { name, isLive, losses },
  onClose,
  onConfirm,
}: {
  kind: BinKind;
  view: RemovalView;
  onClose: () => void;
  onConfirm: () => void;
}) {
  const [typed, setTyped] = useState('');
  const isNamed = !isLive || typed.trim().toLowerCase() === name.trim().toLowerCase();
  return (
    <Dialog
      title={kind === 'person' ? `Delete ${name}?` : `Delete the ${kindWords[kind]} “${name}”?`}
      onClose={onClose}
    >
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (isNamed) onConfirm();
        }}
      >
        <ul className="grid list-disc gap-1.5 pl-5">
          {isLive && <li>It is live: visitors see it right now.</li>}
          {losses.map((loss) => (
            <li key={loss.what}>{lossWords(loss, kind)}</li>
          ))}
        </ul>
        <p className="text-muted">
          {kind === 'person'
            ? 'They stay in the bin for 30 days and can be restored there. Then everything that is known of them is gone for good.'
            : 'It stays in the bin for 30 days and can be restored there. Then it is gone for good.'}
        </p>
        {isLive && (
          <TextField
            label={`Type “${name}” to delete it`}
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        )}
        <DialogFoot does="Delete" off={!isNamed} failure={null} onClose={onClose} />
      </form>
    </Dialog>
  );
}
