import { api, type ProfileView } from '@plumgate/contract';
import type { NoticeKind, NoticeSettings, NoticeWay } from '@plumgate/core/staff';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { Panel } from './panel.tsx';

const kinds: Record<NoticeKind, string> = {
  lead: 'A new lead of yours, or of nobody’s',
  promise: 'A lead is about to wait longer than promised',
  booking: 'Somebody books, moves or cancels a time',
  answer: 'Somebody answers a message',
};
const ways: Record<NoticeWay, string> = { app: 'In the app', email: 'Email', text: 'Text' };

/** What one is told of, by which ways, and when. */
export function NoticesPanel({ profile }: { profile: ProfileView }) {
  const act = useAct();
  const { notices } = profile;
  const save = (body: NoticeSettings) =>
    void act(async () => {
      await call(api.saveNotices, { body });
      return {
        said: 'Saved.',
        undo: () => call(api.saveNotices, { body: notices }),
      };
    });
  const toggle = (kind: NoticeKind, way: NoticeWay, isOn: boolean) =>
    save({
      ...notices,
      [kind]: isOn ? [...notices[kind], way] : notices[kind].filter((one) => one !== way),
    });
  return (
    <Panel id="notices" title="What you are told of">
      <table className="w-full">
        <thead className="text-left text-xs text-muted">
          <tr>
            <th className="font-semibold">When</th>
            {Object.values(ways).map((words) => (
              <th key={words} className="w-20 text-center font-semibold">
                {words}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(Object.entries(kinds) as [NoticeKind, string][]).map(([kind, what]) => (
            <tr key={kind} className="border-t border-line">
              <th scope="row" className="py-2 pr-2 text-left font-normal">
                {what}
              </th>
              {(Object.entries(ways) as [NoticeWay, string][]).map(([way, words]) => (
                <td key={way} className="text-center">
                  <input
                    type="checkbox"
                    aria-label={`${what}: ${words}`}
                    className="size-4 accent-plum disabled:opacity-40"
                    disabled={way === 'text' && !profile.phone}
                    checked={notices[kind].includes(way)}
                    onChange={({ target }) => toggle(kind, way, target.checked)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {!profile.phone && (
        <p className="text-xs text-muted">For texts, give your mobile phone first.</p>
      )}
      <Choice
        label="Email and text come"
        value={notices.when}
        options={{ always: 'At any time', 'on-duty': 'While I am on duty' }}
        onChange={(when) => save({ ...notices, when })}
      />
      <DesktopNotices />
    </Panel>
  );
}

/** Browsers ask for leave to show notices on the desktop, and only after a press. */
function DesktopNotices() {
  const isThere = 'Notification' in window;
  const [permission, setPermission] = useState(isThere ? Notification.permission : 'denied');
  if (!isThere) return null;
  if (permission === 'granted')
    return <p className="text-xs text-muted">This browser also shows notices on the desktop.</p>;
  if (permission === 'denied')
    return (
      <p className="text-xs text-muted">
        This browser does not allow notices on the desktop. Its settings for this site can.
      </p>
    );
  return (
    <div>
      <Button onClick={() => void Notification.requestPermission().then(setPermission)}>
        Also show them on the desktop
      </Button>
    </div>
  );
}
