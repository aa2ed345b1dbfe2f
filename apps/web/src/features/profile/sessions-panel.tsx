import { api, type SessionView } from '@plumgate/contract';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Pill } from '../../ui/pill.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { browserName } from './browser-name.ts';
import { Panel } from './panel.tsx';

/** Where one is signed in, to be ended one by one or all at once. */
export function SessionsPanel({ zone }: { zone: string }) {
  const { data } = useEndpoint(api.listSessions, {});
  const act = useAct();
  const end = ({ id, browser }: SessionView) =>
    void act(async () => {
      await call(api.endSession, { params: { sessionId: id } });
      return { said: `${browserName(browser)} is signed out.` };
    });
  const endOthers = () =>
    void act(async () => {
      await call(api.endOtherSessions, {});
      return { said: 'You are signed out everywhere but here.' };
    });
  const all = data?.sessions ?? [];
  return (
    <Panel id="sessions" title="Where you are signed in">
      <ul className="grid gap-2">
        {all.map((session) => (
          <li key={session.id} className="flex items-center gap-3 border-t border-line pt-2">
            <div className="min-w-0 flex-1">
              <div className="flex items-center gap-2 font-semibold">
                <span className="truncate" title={session.browser}>
                  {browserName(session.browser)}
                </span>
                {session.isThis && <Pill tone="leaf">This browser</Pill>}
              </div>
              <div className="text-xs break-words text-muted">
                {session.address && `From ${session.address}. `}Seen{' '}
                {whenText(session.seenAt, zone)}, since {whenText(session.startedAt, zone)}.
              </div>
            </div>
            {!session.isThis && <Button onClick={() => end(session)}>Sign out</Button>}
          </li>
        ))}
      </ul>
      {all.length > 1 && (
        <div>
          <Button onClick={endOthers}>Sign out everywhere but here</Button>
        </div>
      )}
    </Panel>
  );
}
