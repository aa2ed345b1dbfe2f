import { api, type LiveEvent, type SignedIn } from '@plumgate/contract';
import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call } from '../api/call.ts';
import { useClients, useEndpoint } from '../api/hooks.ts';
import { onLiveEvent } from '../api/live.ts';

const words = {
  lead: (client: string) => `A new lead at ${client}`,
  promise: (client: string) => `A lead at ${client} is about to wait too long`,
  booking: (client: string) => `A booking at ${client} is new, moved or canceled`,
  answer: (client: string) => `Somebody answered a message at ${client}`,
};

/** Tells of leads as they come, as far as somebody wants it: in the app, in the tab's title, and on the desktop where the browser may. */
export function useLeadNotices({ user }: SignedIn): void {
  const navigate = useNavigate();
  const clients = useClients();
  const profile = useEndpoint(api.getProfile, {});
  const unseen = useRef(0);
  useEffect(() => {
    const show = () => {
      document.title = unseen.current > 0 ? `(${unseen.current}) Plum Gate` : 'Plum Gate';
    };
    const onLook = () => {
      if (document.hidden) return;
      unseen.current = 0;
      show();
    };
    const hear = async ({ kind, clientId, personId, assigneeId }: LiveEvent) => {
      if (kind === 'waiting' || (assigneeId !== null && assigneeId !== user.id)) return;
      if (document.hidden && kind === 'lead') {
        unseen.current += 1;
        show();
      }
      const client = clients.data?.clients.find(({ id }) => id === clientId);
      if (!client || !profile.data?.notices[kind].includes('app')) return;
      const said = words[kind](client.name);
      const place = `/${client.slug}/${kind === 'answer' ? 'messages' : 'people'}/${personId}`;
      toast(said, { action: { label: 'Open', onClick: () => void navigate(place) } });
      if (!document.hidden || !('Notification' in window) || Notification.permission !== 'granted')
        return;
      const person = await call(api.getPerson, { params: { personId: personId! } }).catch(
        () => null,
      );
      const body = [person?.firstName, person?.lastName, person?.phone].filter(Boolean).join(' ');
      const notice = new Notification(said, { body, tag: personId ?? clientId });
      notice.onclick = () => {
        window.focus();
        void navigate(place);
      };
    };
    document.addEventListener('visibilitychange', onLook);
    const stop = onLiveEvent((event) => void hear(event));
    return () => {
      document.removeEventListener('visibilitychange', onLook);
      stop();
    };
  }, [user.id, clients.data, profile.data, navigate]);
}
