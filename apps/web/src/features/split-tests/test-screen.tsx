import { api, type ClientSummary, type TestView } from '@plumgate/contract';
import type { TestId } from '@plumgate/core/basics';
import { measureNames, mostVariations, verdictWords } from '@plumgate/core/splittest';
import { X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { Link, useNavigate, useParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton, LinkButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dateText } from '../../ui/when.ts';
import { StartDialog } from './start-dialog.tsx';
import { VariationPictures } from './variation-pictures.tsx';
import { Comparison } from './comparison.tsx';
import { EndDialog } from './end-dialog.tsx';
import { IdeaDialog } from './idea-dialog.tsx';
import { planWords, stateWords, warningWords } from './test-words.ts';

/** One split test: what is expected, how it stands, and what there is to do about it. */
export function TestScreen() {
  const client = useClient();
  const { testId = '' } = useParams();
  const asked = useEndpoint(api.getTest, { params: { testId: testId as TestId } });
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  return <Test key={testId} client={client} test={asked.data} />;
}

function Test({ client, test }: { client: ClientSummary; test: TestView }) {
  const [open, setOpen] = useState<'idea' | 'start' | 'end' | null>(null);
  const [isShown, setShown] = useState(false);
  const refresh = useRefreshAll();
  const close = () => setOpen(null);
  const saved = () => {
    close();
    void refresh();
  };
  const { tone, label } = stateWords[test.state];
  return (
    <>
      <PageHead
        title={test.hypothesis}
        above={
          <Link className="font-semibold text-plum-dark" to={`/${client.slug}/results/tests`}>
            ← Split tests
          </Link>
        }
        beside={<Pill tone={tone}>{label}</Pill>}
      >
        {test.state === 'planned' && (
          <PlannedActions
            {...{ client, test }}
            onEdit={() => setOpen('idea')}
            onStart={() => setOpen('start')}
          />
        )}
        {test.state === 'running' && (
          <Button look="main" onClick={() => setOpen('end')}>
            End the test
          </Button>
        )}
      </PageHead>
      <div className="grid max-w-5xl gap-5 p-6 max-md:p-4">
        <p className="text-muted">
          On{' '}
          {test.page.isDeleted ? (
            `“${test.page.name}”, which was deleted`
          ) : (
            <Link
              className="font-semibold text-plum-dark hover:underline"
              to={`/${client.slug}/pages/${test.page.pageId}`}
            >
              {test.page.name}
            </Link>
          )}
          , decided by how many {measureNames[test.measure]}
          {audienceWords(test)}. {timeWords(test, client.zone)}
        </p>
        <p className="font-title text-[22px] leading-snug">{verdictWords(test)}</p>
        {test.warnings.length > 0 && (
          <ul className="grid gap-1 rounded-card bg-honey-tint px-4 py-3">
            {test.warnings.map((one) => (
              <li key={one}>{warningWords[one]}</li>
            ))}
          </ul>
        )}
        {test.state === 'planned' ? (
          <Preparation {...{ client, test }} />
        ) : (
          <Comparison variations={test.variations} did={measureNames[test.measure]} />
        )}
        {test.state === 'running' && <Progress test={test} />}
        {test.state !== 'planned' && !test.page.isDeleted && (
          <>
            <Button
              className="justify-self-start"
              aria-expanded={isShown}
              onClick={() => setShown(!isShown)}
            >
              {isShown ? 'Hide the variations' : 'See the variations side by side'}
            </Button>
            {isShown && <VariationPictures test={test} />}
          </>
        )}
        {test.kept && (
          <p>
            <b>{test.kept}</b> was kept. {test.lesson}
          </p>
        )}
        {test.state !== 'planned' && (
          <p className="max-w-3xl text-[13px] text-muted">
            The differences hold at every look: you may open this page each day without making a
            winner out of chance. They are wide while few visitors have come, since little is known
            then.
          </p>
        )}
      </div>
      {open === 'idea' && (
        <IdeaDialog
          pageId={test.page.pageId}
          pages={[]}
          test={test}
          onSaved={saved}
          onClose={close}
        />
      )}
      {open === 'start' && (
        <StartDialog
          test={test}
          onStarted={() => {
            saved();
            toast('The test is running.');
          }}
          onClose={close}
        />
      )}
      {open === 'end' && <EndDialog test={test} onEnded={saved} onClose={close} />}
    </>
  );
}

function PlannedActions({
  client,
  test: { testId },
  onEdit,
  onStart,
}: {
  client: ClientSummary;
  test: TestView;
  onEdit: () => void;
  onStart: () => void;
}) {
  const act = useAct();
  const navigate = useNavigate();
  const params = { testId };
  return (
    <>
      <Button
        look="quiet"
        onClick={() =>
          void act(async () => {
            await call(api.deleteTest, { params });
            void navigate(`/${client.slug}/results/tests`);
            return { said: 'The test was deleted. The page’s draft stays.' };
          })
        }
      >
        Delete
      </Button>
      <Button onClick={onEdit}>Edit the idea</Button>
      <Button look="main" onClick={onStart}>
        Start the test
      </Button>
    </>
  );
}

/** What each variation is, until the test begins. */
function Preparation({ client, test }: { client: ClientSummary; test: TestView }) {
  const act = useAct();
  const { testId, variations, page, plan, base, lift } = test;
  const last = variations.length - 1;
  return (
    <>
      <ul className="grid gap-3">
        {variations.map(({ variationId, letter, change, share }, index) => (
          <li
            key={variationId}
            className="flex flex-wrap items-center gap-x-5 gap-y-2 rounded-card border border-line bg-sheet px-5 py-4"
          >
            <span className="font-title text-2xl font-semibold text-plum-dark">{letter}</span>
            <div className="min-w-0 flex-1 basis-56">
              <p className="font-semibold break-words">
                {index === 0 ? 'The page as it is' : change || 'No words for the change yet'}
              </p>
              <p className="text-[13px] text-muted">
                {index === 0
                  ? 'What visitors see now'
                  : index < last
                    ? 'Set aside as it was'
                    : test.isSame
                      ? 'The page’s draft, which is still the same as A. Change it, or start to see how far apart two equal pages come.'
                      : 'The page’s draft, as it is when the test starts'}
              </p>
            </div>
            <span className="text-[13px] text-muted tabular-nums">
              {Math.round((100 * share) / variations.reduce((all, one) => all + one.share, 0))}% of
              visitors
            </span>
            {index === last && (
              <LinkButton to={`/${client.slug}/pages/${page.pageId}`}>Open the draft</LinkButton>
            )}
            {index > 0 && index < last && (
              <IconButton
                label={`Leave ${letter} out`}
                onClick={() =>
                  void act(async () => {
                    await call(api.removeVariation, { params: { testId, variationId } });
                    return { said: `${letter} was left out.` };
                  })
                }
              >
                <X />
              </IconButton>
            )}
          </li>
        ))}
      </ul>
      {variations.length < mostVariations && (
        <Button
          className="justify-self-start"
          onClick={() =>
            void act(async () => {
              await call(api.addVariation, { params: { testId }, body: { change: '' } });
              return { said: 'The draft as it is was set aside. Write the next variation on it.' };
            })
          }
        >
          Add a variation
        </Button>
      )}
      <p className="max-w-3xl">
        {planWords({ base, lift, variations: variations.length, perDay: plan.perDay })} The draft
        goes through the launch check when you start; look at it on both widths first.
      </p>
    </>
  );
}

/** How far a test is on its way to the visitors that were planned. */
function Progress({ test: { plan, variations, days } }: { test: TestView }) {
  const fewest = Math.min(...variations.map(({ visitors }) => visitors));
  if (plan.visitorsEach === null) return null;
  const share = Math.min(1, fewest / plan.visitorsEach);
  return (
    <div className="grid max-w-xl gap-1.5">
      <div aria-hidden className="h-1.5 overflow-hidden rounded-full bg-line">
        <div className="h-full bg-plum" style={{ width: `${100 * share}%` }} />
      </div>
      <p className="text-[13px] text-muted">
        {progressWords(fewest, plan.visitorsEach)}, {days === 0 ? 'begun today' : `day ${days + 1}`}
      </p>
    </div>
  );
}

const progressWords = (fewest: number, planned: number): string =>
  fewest < planned
    ? `${fewest.toLocaleString('en-US')} of about ${planned.toLocaleString('en-US')} visitors for each variation`
    : `${fewest.toLocaleString('en-US')} visitors for each variation; about ${planned.toLocaleString('en-US')} were planned`;

const deviceWords = { phone: 'on a phone', wide: 'on a wide screen' } as const;

function audienceWords({ audience: { devices, sources } }: TestView): string {
  const parts = [
    ...(devices.length === 1 ? [deviceWords[devices[0]!]] : []),
    ...(sources.length > 0 ? [`from ${sources.join(' or ')}`] : []),
  ];
  return parts.length > 0 ? `, among visitors ${parts.join(' ')}` : '';
}

function timeWords({ startedAt, endedAt }: TestView, zone: string): string {
  if (!startedAt) return '';
  const from = dateText(startedAt, zone);
  return endedAt ? `From ${from} to ${dateText(endedAt, zone)}.` : `Since ${from}.`;
}
