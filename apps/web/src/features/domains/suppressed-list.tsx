import { api, type SuppressedAddress } from '@plumgate/contract';
import { Download, Trash2 } from 'lucide-react';
import { useDeferredValue, useRef, useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndlessList, useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton, LinkButton } from '../../ui/button.tsx';
import { LongField } from '../../ui/field.tsx';
import { FileInput } from '../../ui/file-input.tsx';
import { linesOf } from '../../ui/lines-of.ts';
import { SearchField } from '../../ui/search-field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dateText } from '../../ui/when.ts';

const reasons: Record<SuppressedAddress['reason'], string> = {
  bounced: 'Mail came back',
  complained: 'Marked as junk',
  'by-hand': 'Added',
  unsubscribed: 'Unsubscribed',
};

/** So many addresses go to the server at a time. */
const portion = 5000;

/** The addresses that get no mail of a client's, taken in from a list or a CSV file and given out as one. */
export function SuppressedList({ clientId, zone }: { clientId: string; zone: string }) {
  const [search, setSearch] = useState('');
  const asked = useDeferredValue(search.trim());
  const act = useAct();
  const list = useEndlessList(
    api.listSuppressed,
    { params: { clientId }, query: { search: asked, limit: 50 } },
    { keepsShown: true },
  );
  const addresses = list.data?.pages.flatMap((page) => page.addresses) ?? [];
  const remove = ({ address }: SuppressedAddress) =>
    void act(async () => {
      await call(api.unsuppress, { params: { clientId, address } });
      return {
        said: `${address} may get mail again.`,
        undo: () => call(api.suppress, { params: { clientId }, body: { addresses: [address] } }),
      };
    });
  return (
    <section className="grid gap-4 rounded-card border border-line bg-sheet p-5">
      <div className="flex flex-wrap items-end gap-3">
        <div className="min-w-0 flex-1 basis-64">
          <h2 className="text-lg">No mail to these addresses</h2>
          <p className="text-muted">
            Mail that came back, complaints, people who have unsubscribed, and addresses that you
            add. Answers to their own emails still go out.
          </p>
        </div>
        <SearchField label="Find an address" value={search} onChange={setSearch} />
        <LinkButton isFile to={`/api/clients/${clientId}/suppressions.csv`}>
          <Download className="size-4" aria-hidden /> Export CSV
        </LinkButton>
      </div>
      {addresses.length === 0 ? (
        <p className="text-muted">{asked ? `No address matches “${asked}”.` : 'None yet.'}</p>
      ) : (
        <ul className="divide-y divide-line border-y border-line">
          {addresses.map((one) => (
            <li key={one.address} className="flex min-h-10 items-center gap-3">
              <span className="min-w-0 flex-1 truncate">{one.address}</span>
              <span className="text-muted max-md:hidden">
                {reasons[one.reason]}
                {one.by && ` by ${one.by}`}
              </span>
              <span className="text-xs text-muted tabular-nums">{dateText(one.at, zone)}</span>
              {one.reason === 'unsubscribed' ? (
                <span className="size-8" />
              ) : (
                <IconButton label={`Remove ${one.address}`} onClick={() => remove(one)}>
                  <Trash2 />
                </IconButton>
              )}
            </li>
          ))}
        </ul>
      )}
      {list.hasNextPage && (
        <div>
          <Button onClick={() => void list.fetchNextPage()}>Show more</Button>
        </div>
      )}
      <AddAddresses clientId={clientId} />
    </section>
  );
}

/** Addresses as somebody types, pastes or has them in a file: the first thing with an @ in each line. */
const addressesIn = (text: string): string[] =>
  linesOf(text).flatMap((line) => {
    const cells = line.split(/[,;\t]/).map((cell) => cell.replaceAll('"', '').trim());
    return cells.find((cell) => cell.includes('@')) ?? [];
  });

function AddAddresses({ clientId }: { clientId: string }) {
  const [text, setText] = useState('');
  const file = useRef<HTMLInputElement>(null);
  const refresh = useRefreshAll();
  const typed = addressesIn(text);
  const add = async (addresses: string[]) => {
    try {
      let added = 0;
      const refused: string[] = [];
      for (let at = 0; at < addresses.length; at += portion) {
        const body = { addresses: addresses.slice(at, at + portion) };
        const answer = await call(api.suppress, { params: { clientId }, body });
        added += answer.added;
        refused.push(...answer.refused);
      }
      setText(refused.join('\n'));
      const said = `${added.toLocaleString('en-US')} added.`;
      if (refused.length > 0) toast.error(`${said} What is left below is no email address.`);
      else toast(addresses.length > added ? `${said} The others were on the list.` : said);
      await refresh();
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void add(typed);
      }}
    >
      <LongField
        label="Add addresses"
        help="One to a line."
        rows={2}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={typed.length === 0}>
          {typed.length > 1 ? `Add ${typed.length.toLocaleString('en-US')} addresses` : 'Add'}
        </Button>
        <FileInput
          input={file}
          accept=".csv,.txt,text/csv,text/plain"
          onFiles={([one]) => void one!.text().then((words) => add(addressesIn(words)))}
        />
        <Button onClick={() => file.current?.click()}>Import a CSV file</Button>
      </div>
    </form>
  );
}
