import { PlaceTabs } from '../../ui/place-tabs.tsx';

export const MessagesTabs = ({ slug }: { slug: string }) => (
  <PlaceTabs
    label="Messages"
    tabs={{
      [`/${slug}/messages`]: 'Inbox',
      [`/${slug}/messages/sent`]: 'Sent',
      [`/${slug}/messages/post-room`]: 'Post room',
    }}
  />
);
