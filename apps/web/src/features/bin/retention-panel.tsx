import {
  api,
  roleMay,
  type Answered,
  type ClientSummary,
  type Retention,
} from '@plumgate/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll, useSession } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { FailureLine } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dateText } from '../../ui/when.ts';

const months = {
  never: 'never',
  '6': 'after 6 months',
  '12': 'after 12 months',
  '24': 'after 24 months',
  '36': 'after 36 months',
  '60': 'after 5 years',
} as const;
const ways: Record<Retention['how'], string> = {
  erase: 'Erase them',
  anonymize: 'Make them anonymous',
};

/** What happens to people without contact for a long time, and who is next. */
export function RetentionPanel({ client }: { client: ClientSummary }) {
  const asked = useEndpoint(api.getRetention, { params: { clientId: client.id } });
  if (!asked.data) return null;
  const { months: after, how } = asked.data;
  return (
    <section
      aria-labelledby="retention"
      className="mx-6 mt-5 grid gap-3 rounded-card border border-line bg-sheet p-4 max-md:mx-4"
    >
      <div>
        <h2 id="retention" className="text-lg">
          People nobody is in touch with
        </h2>
        <p className="text-muted">
          Being in touch: they write, answer or book, or somebody of the business notes a call or a
          letter. Who is next is listed here two weeks before.
        </p>
      </div>
      <Rule key={`${after} ${how}`} client={client} saved={{ months: after, how }} />
      {after !== null && <Upcoming client={client} retention={asked.data} />}
    </section>
  );
}

function Rule({ client, saved }: { client: ClientSummary; saved: Retention }) {
  const role = useSession().data?.user.role;
  const refresh = useRefreshAll();
  const [rule, setRule] = useState(saved);
  const [failure, setFailure] = useState<unknown>(null);
  if (role === undefined || !roleMay(role, 'funnels.write'))
    return (
      <p>
        {ways[saved.how]} {saved.months === null ? 'never' : `after ${saved.months} months`}.
      </p>
    );
  const isChanged = JSON.stringify(rule) !== JSON.stringify(saved);
  const save = async () => {
    try {
      await call(api.setRetention, { params: { clientId: client.id }, body: rule });
      await refresh();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <InlineSelect
          label="What becomes of them"
          options={ways}
          value={rule.how}
          onChange={(how) => setRule({ ...rule, how: how as Retention['how'] })}
        />
        <InlineSelect
          label="When"
          options={{
            ...months,
            ...(rule.months !== null &&
              !(String(rule.months) in months) && {
                [rule.months]: `after ${rule.months} months`,
              }),
          }}
          value={rule.months === null ? 'never' : String(rule.months)}
          onChange={(next) => setRule({ ...rule, months: next === 'never' ? null : Number(next) })}
        />
        {isChanged && (
          <>
            <Button onClick={() => setRule(saved)}>Discard changes</Button>
            <Button look="main" onClick={() => void save()}>
              Save
            </Button>
          </>
        )}
      </div>
      {rule.how === 'anonymize' && rule.months !== null && (
        <p className="text-xs text-muted">
          Name, email, phone, answers, files and messages go. When they came, from where and their
          tags stay, so that counts of the past stay right.
        </p>
      )}
      <FailureLine failure={failure} />
    </>
  );
}

function Upcoming({
  client,
  retention: { upcoming, total, how },
}: {
  client: ClientSummary;
  retention: Answered<typeof api.getRetention>;
}) {
  const act = useAct();
  if (total === 0) return <p className="text-muted">Nobody is next.</p>;
  const keep = (personId: string, name: string) =>
    void act(async () => {
      await call(api.keepPerson, { params: { personId } });
      return { said: `${name} stays.` };
    });
  return (
    <div className="grid gap-2">
      <p className="font-semibold">
        {total.toLocaleString('en-US')} {total === 1 ? 'person is' : 'people are'} to be{' '}
        {how === 'erase' ? 'erased' : 'made anonymous'}
        {total > upcoming.length && `; the first ${upcoming.length}:`}
      </p>
      <ul className="grid max-h-64 gap-1 overflow-auto">
        {upcoming.map(({ personId, name, lastSeenAt, eraseAt }) => (
          <li
            key={personId}
            className="flex flex-wrap items-center gap-x-3 border-t border-line pt-1"
          >
            <Link
              className="min-w-0 font-semibold break-words hover:text-plum-dark hover:underline"
              to={`/${client.slug}/people/${personId}`}
            >
              {name}
            </Link>
            <span className="text-muted">
              last wrote {dateText(lastSeenAt, client.zone)}, on {dateText(eraseAt, client.zone)}
            </span>
            <Button size="small" className="ml-auto" onClick={() => keep(personId, name)}>
              Keep
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
