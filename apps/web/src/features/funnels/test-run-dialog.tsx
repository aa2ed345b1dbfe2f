import { api, type PathBoard, type TestRunPoint } from '@plumgate/contract';
import { Check, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Choice } from '../../ui/field.tsx';

/** How often, in ms, is asked what happened meanwhile. */
const often = 300;

/** Leads a test visitor through the funnel and shows each thing as it happens. */
export function TestRunDialog({ board, onClose }: { board: PathBoard; onClose: () => void }) {
  const isDraft = board.steps.some(({ state }) => state !== 'live');
  const [which, setWhich] = useState<'draft' | 'live'>(isDraft ? 'draft' : 'live');
  const [testRunId, setTestRunId] = useState('');
  const [over, setOver] = useState(false);
  const testRun = useEndpoint(
    api.getTestRun,
    { params: { testRunId } },
    { enabled: testRunId !== '', ...(!over && { refetchInterval: often }) },
  ).data;
  if (testRun?.over && !over) setOver(true);
  const start = async () => {
    try {
      const started = await call(api.startTestRun, {
        params: { funnelId: board.funnel.id },
        body: { which },
      });
      setOver(false);
      setTestRunId(started.testRunId);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const isOn = testRunId !== '' && !over;
  const points = testRun?.points ?? [];
  const broken = points.filter(({ ok }) => !ok).length;
  return (
    <Dialog title="Test run" width="w-[720px]" onClose={onClose}>
      <div className="grid gap-4">
        <div className="flex items-end gap-3">
          <div className="w-72">
            <Choice
              label="Test"
              value={which}
              options={{ draft: 'The drafts', live: 'The live pages' }}
              onChange={setWhich}
            />
          </div>
          <Button look="main" disabled={isOn} onClick={() => void start()}>
            {isOn ? 'Running…' : testRunId ? 'Run again' : 'Start'}
          </Button>
        </div>
        {testRunId === '' ? (
          <p className="text-muted">
            A test visitor opens every page, fills in every form, books where there is a time, and
            follows every button: once on a wide screen, once on a phone. It leaves no people,
            messages or numbers behind.
          </p>
        ) : (
          <p
            role="status"
            className={`font-semibold ${broken ? 'text-brick' : over ? 'text-leaf' : ''}`}
          >
            {!over
              ? `${points.length} things so far`
              : broken === 0
                ? `The path works: ${points.length} things done, nothing left behind.`
                : `${broken} of ${points.length} things broke.`}
          </p>
        )}
        <div className="grid grid-cols-2 gap-5 max-md:grid-cols-1">
          {testRunId !== '' &&
            (['wide', 'phone'] as const).map((width) => (
              <section key={width} aria-label={width === 'wide' ? 'Wide' : 'On a phone'}>
                <h3 className="mb-1 text-base">{width === 'wide' ? 'Wide' : 'On a phone'}</h3>
                <ol className="grid">
                  {points
                    .filter((point) => point.width === width)
                    .map((point, index) => (
                      <Point key={index} point={point} />
                    ))}
                </ol>
              </section>
            ))}
        </div>
      </div>
    </Dialog>
  );
}

function Point({ point }: { point: TestRunPoint }) {
  const Icon = point.ok ? Check : X;
  return (
    <li className="flex items-start gap-2 border-b border-line py-1.5 last:border-0">
      <Icon
        aria-label={point.ok ? 'Done' : 'Broke'}
        className={`mt-0.5 size-4 shrink-0 ${point.ok ? 'text-leaf' : 'text-brick'}`}
      />
      <div className="min-w-0 flex-1">
        <p className="break-words">
          <span className="font-semibold">{point.what}</span>{' '}
          <span className="text-muted">{point.page}</span>
        </p>
        {point.lines.map((line) => (
          <p key={line} className="text-xs break-words text-muted">
            {line}
          </p>
        ))}
      </div>
      {point.took > 0 && <span className="text-xs text-muted tabular-nums">{point.took} ms</span>}
    </li>
  );
}
