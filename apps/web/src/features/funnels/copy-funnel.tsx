import { api, type PathBoard } from '@plumgate/contract';
import { languageName } from '@plumgate/core/languages';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useEndpoint, useClients, useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { OtherLanguage } from './other-language.tsx';

/** Copies a funnel with its forms and wires: for another client, in another language, or for a second aim. */
export function CopyFunnel({
  funnel,
  onClose,
}: {
  funnel: PathBoard['funnel'];
  onClose: () => void;
}) {
  const clients = useClients().data?.clients ?? [];
  const taken = useEndpoint(api.listAllFunnels, {}).data?.funnels ?? [];
  const refresh = useRefreshAll();
  const navigate = useNavigate();
  const [typed, setTyped] = useState<string | null>(null);
  const [clientId, setClient] = useState<string>(funnel.clientId);
  const [language, setLanguage] = useState('');
  // In another language beside the first, the language tells the two apart.
  const isBeside = clientId === funnel.clientId && language.trim() !== '';
  const suggested = isBeside ? `${funnel.name}, ${languageName(language.trim())}` : funnel.name;
  const name = typed ?? suggested.slice(0, 80);
  const [failure, setFailure] = useState<unknown>(null);
  const isTaken = taken.some(
    (one) => one.clientId === clientId && one.name.toLowerCase() === name.trim().toLowerCase(),
  );
  const copy = async () => {
    try {
      const { funnelId } = await call(api.copyFunnel, {
        params: { funnelId: funnel.id },
        body: { name: name.trim(), clientId, language: language.trim() || null },
      });
      await refresh();
      const slug = clients.find(({ id }) => id === clientId)!.slug;
      await navigate(`/${slug}/funnels/${funnelId}`);
      toast('Copied. Its pages are drafts until you publish them.');
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Copy the funnel" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void copy();
        }}
      >
        <SelectField
          label="For"
          value={clientId}
          options={Object.fromEntries(clients.map(({ id, name }) => [id, name]))}
          onChange={(event) => setClient(event.target.value)}
        />
        <TextField
          label="Name"
          required
          maxLength={80}
          value={name}
          error={isTaken ? 'There is already a funnel with this name. Choose another.' : undefined}
          help="Forms and pages that carry the old name get this one."
          onChange={(event) => setTyped(event.target.value)}
        />
        <OtherLanguage value={language} onChange={setLanguage} />
        <DialogFoot does="Copy" off={!name.trim() || isTaken} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
