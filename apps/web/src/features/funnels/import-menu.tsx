import { api, type ClientSummary } from '@plumgate/contract';
import { ChevronDown } from 'lucide-react';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { CallError, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { upload } from '../../api/upload.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { FileInput } from '../../ui/file-input.tsx';
import { Menu } from '../../ui/menu.tsx';
import { ImportHtml } from './import-html.tsx';

/**
 * What can be imported: a page, a funnel or a template that was exported as a zip, where what can't be read is named with its
 * place, or an HTML page that was made elsewhere.
 */
export function ImportMenu({ client }: { client: ClientSummary }) {
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const refresh = useRefreshAll();
  const [busy, setBusy] = useState(false);
  const [isHtml, setIsHtml] = useState(false);
  const [failure, setFailure] = useState<unknown>(null);
  const take = async (file: File) => {
    setBusy(true);
    try {
      const { funnelId } = await upload(
        api.importBundle,
        { params: { clientId: client.id } },
        file,
      );
      await refresh();
      if (funnelId) await navigate(`/${client.slug}/funnels/${funnelId}`);
      toast(
        funnelId
          ? 'Imported. Its pages are drafts until you publish them.'
          : 'Imported as a template. Create a funnel from it for any client.',
      );
    } catch (error) {
      setFailure(error);
    } finally {
      setBusy(false);
    }
  };
  const places = failure instanceof CallError ? (failure.problem.fields ?? []) : [];
  return (
    <>
      <Menu
        trigger={
          <Button disabled={busy}>
            {busy ? 'Importing…' : 'Import'}
            <ChevronDown className="size-3.5" />
          </Button>
        }
        items={[
          { label: 'An export of this program (zip)', does: () => input.current?.click() },
          { label: 'A web page made elsewhere (HTML)', does: () => setIsHtml(true) },
        ]}
      />
      {isHtml && <ImportHtml client={client} onClose={() => setIsHtml(false)} />}
      <FileInput
        input={input}
        accept=".zip,application/zip"
        onFiles={([file]) => void take(file!)}
      />
      {failure !== null && (
        <Dialog title="The zip was not imported" onClose={() => setFailure(null)}>
          <p className="mb-3">{places.length === 0 && messageOf(failure)} Nothing was changed.</p>
          <ul className="grid gap-1.5">
            {places.map(({ field, message }) => (
              <li key={field + message} className="border-l-2 border-brick pl-2.5">
                <span className="block break-words">{message}</span>
                <span className="text-xs text-muted">{field}</span>
              </li>
            ))}
          </ul>
        </Dialog>
      )}
    </>
  );
}
