import { api, type Answered, type ClientSummary } from '@plumgate/contract';
import { useRef, useState } from 'react';
import { call, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { upload } from '../../api/upload.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { FileInput } from '../../ui/file-input.tsx';

type Imported = Answered<typeof api.importHtml>;

/** Makes a page from HTML that was made elsewhere: a file, a zip of one with its pictures, or a web address. */
export function ImportHtml({ client, onClose }: { client: ClientSummary; onClose: () => void }) {
  const refresh = useRefreshAll();
  const input = useRef<HTMLInputElement>(null);
  const [address, setAddress] = useState('');
  const [problem, setProblem] = useState('');
  const [isReading, setIsReading] = useState(false);
  const [imported, setImported] = useState<Imported | null>(null);
  const params = { clientId: client.id };
  const make = async (asked: () => Promise<Imported>) => {
    setIsReading(true);
    setProblem('');
    try {
      setImported(await asked());
      await refresh();
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setIsReading(false);
    }
  };
  if (imported) return <ImportedDialog client={client} imported={imported} onClose={onClose} />;
  return (
    <Dialog title="Import a web page" onClose={onClose} width="w-[520px]">
      <form
        noValidate
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void make(() => call(api.importHtmlFrom, { params, body: { address: address.trim() } }));
        }}
      >
        <p className="text-muted">
          Its words, pictures and forms become bands and blocks in {client.name}’s look, as a draft
          in a funnel of its own. You see what could not be read.
        </p>
        <div className="flex flex-wrap items-center gap-3">
          <Button disabled={isReading} onClick={() => input.current?.click()}>
            Choose a file
          </Button>
          <span className="text-xs text-muted">
            HTML, or a zip of it with its pictures, up to 20 MB
          </span>
        </div>
        <FileInput
          input={input}
          accept=".html,.htm,.zip,text/html,application/zip"
          onFiles={([file]) => void make(() => upload(api.importHtml, { params }, file!))}
        />
        <TextField
          label="Or its web address"
          placeholder="www.example.com/offer"
          value={address}
          onChange={(event) => setAddress(event.target.value)}
        />
        {problem && (
          <p role="alert" className="font-semibold text-brick">
            {problem}
          </p>
        )}
        <p role="status" className="text-muted empty:hidden">
          {isReading && 'Reading the page and its pictures.'}
        </p>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit" disabled={isReading || address.trim() === ''}>
            {isReading ? 'Reading…' : 'Import'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** What became of it, and what could not be taken over. */
function ImportedDialog({
  client,
  imported: { pageId, bands, forms, pictures, notes },
  onClose,
}: {
  client: ClientSummary;
  imported: Imported;
  onClose: () => void;
}) {
  const made = [
    counted(bands, 'band'),
    counted(forms, 'form'),
    counted(pictures, 'picture'),
  ].filter(Boolean);
  return (
    <Dialog title="The page was imported" onClose={onClose} width="w-[560px]">
      <div className="grid gap-4">
        <p>{`It has ${new Intl.ListFormat('en').format(made)}. It is a draft until you publish it.`}</p>
        {notes.length > 0 && (
          <section>
            <h3 className="mb-2 text-xs font-semibold">What was left out or changed</h3>
            <ul className="grid max-h-72 gap-1.5 overflow-auto">
              {notes.map((note) => (
                <li key={note} className="border-l-2 border-honey pl-2.5 break-words">
                  {note}
                </li>
              ))}
            </ul>
          </section>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Close</Button>
          <LinkButton look="main" to={`/${client.slug}/pages/${pageId}`}>
            Open the page
          </LinkButton>
        </div>
      </div>
    </Dialog>
  );
}

const counted = (count: number, one: string): string =>
  count === 0 ? '' : `${count} ${one}${count === 1 ? '' : 's'}`;
