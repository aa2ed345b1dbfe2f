import { api, type PathStep } from '@plumgate/contract';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useEndpoint, useClients, useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { SelectField } from '../../ui/field.tsx';
import { OtherLanguage } from './other-language.tsx';

/** Copies a step to the end of another funnel, of any client; its form comes along as a copy. */
export function CopyStep({
  step,
  onClose,
}: {
  step: Pick<PathStep, 'pageId' | 'name'>;
  onClose: () => void;
}) {
  const clients = useClients().data?.clients ?? [];
  const funnels = useEndpoint(api.listAllFunnels, {}).data?.funnels ?? [];
  const refresh = useRefreshAll();
  const navigate = useNavigate();
  const [chosen, setChosen] = useState('');
  const [language, setLanguage] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const nameOf = (clientId: string) => clients.find(({ id }) => id === clientId)?.name ?? '';
  const copy = async () => {
    const to = funnels.find(({ id }) => id === chosen)!;
    try {
      await call(api.addStep, {
        params: { funnelId: to.id },
        body: {
          name: step.name,
          position: to.steps,
          from: { pageId: step.pageId, language: language.trim() || null },
        },
      });
      await refresh();
      const slug = clients.find(({ id }) => id === to.clientId)?.slug;
      toast(`Copied to the end of ${to.name}.`, {
        action: { label: 'Open', onClick: () => void navigate(`/${slug}/funnels/${to.id}`) },
      });
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title={`Copy “${step.name}”`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void copy();
        }}
      >
        <SelectField
          label="Into the funnel"
          help="Its form and pictures come along as copies. Calendars and links to pages are the other client’s own, or are left to be chosen."
          value={chosen}
          options={{
            '': 'Choose a funnel',
            ...Object.fromEntries(
              funnels.map(({ id, name, clientId }) => [id, `${nameOf(clientId)} · ${name}`]),
            ),
          }}
          onChange={(event) => setChosen(event.target.value)}
        />
        <OtherLanguage value={language} onChange={setLanguage} />
        <DialogFoot does="Copy" off={!chosen} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
