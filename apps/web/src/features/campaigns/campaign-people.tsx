import {
  api,
  type CampaignPerson,
  type CampaignView,
  type ClientSummary,
} from '@plumgate/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { useEndlessList } from '../../api/hooks.ts';
import { messageStateWords } from '@plumgate/core/messages';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { whenText } from '../../ui/when.ts';

type State = CampaignPerson['state'];

const { planned: _planned, ...stateWords } = messageStateWords;

const portion = 50;

/** Everybody a campaign went to, or was to go to, with what became of it. */
export function CampaignPeople({
  campaign,
  client,
}: {
  campaign: CampaignView;
  client: ClientSummary;
}) {
  const [state, setState] = useState<State | ''>('');
  return (
    <section>
      <div className="mb-2 flex items-end gap-4">
        <h2 className="text-lg">People</h2>
        <div className="w-44">
          <SelectField
            label="Show"
            options={{ '': 'Everybody', ...stateWords }}
            value={state}
            onChange={(event) => setState(event.target.value as State | '')}
          />
        </div>
      </div>
      <PeopleTable key={state} state={state} campaign={campaign} client={client} />
    </section>
  );
}

function PeopleTable({
  state,
  campaign,
  client,
}: {
  state: State | '';
  campaign: CampaignView;
  client: ClientSummary;
}) {
  const list = useEndlessList(api.listCampaignPeople, {
    params: { campaignId: campaign.id },
    query: { limit: portion, ...(state && { state }) },
  });
  const people = list.data?.pages.flatMap((page) => page.people) ?? [];
  if (list.data && people.length === 0) return <p className="text-muted">Nobody.</p>;
  return (
    <>
      <table className="w-full text-left">
        <thead>
          <tr className="border-b border-line text-xs text-muted">
            <th className="py-1.5 font-normal">Name</th>
            <th className="py-1.5 font-normal max-md:hidden">To</th>
            <th className="py-1.5 font-normal">What became of it</th>
            <th className="py-1.5 font-normal max-md:hidden">When</th>
          </tr>
        </thead>
        <tbody>
          {people.map((person) => (
            <tr key={person.id} className="border-b border-line">
              <td className="py-2">
                {person.personId ? (
                  <Link
                    className="font-semibold hover:underline"
                    to={`/${client.slug}/people/${person.personId}`}
                  >
                    {person.name || 'No name'}
                  </Link>
                ) : (
                  person.name
                )}
              </td>
              <td className="max-w-60 truncate py-2 text-muted max-md:hidden">{person.to}</td>
              <td className="py-2">{outcome(person)}</td>
              <td className="py-2 text-muted max-md:hidden">
                {person.state === 'left-out' ? '' : whenText(person.at, client.zone)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.hasNextPage && (
        <Button
          className="mt-3"
          disabled={list.isFetchingNextPage}
          onClick={() => void list.fetchNextPage()}
        >
          Show more
        </Button>
      )}
    </>
  );
}

const outcome = ({ state, why, opened, clicked }: CampaignPerson): string => {
  if (state === 'left-out') return `Left out, because ${why}`;
  if (clicked) return `${stateWords[state]}, clicked`;
  return opened ? `${stateWords[state]}, opened` : stateWords[state];
};
