import { api, type CampaignCounts, type CampaignView } from '@plumgate/contract';
import { newCampaign } from '@plumgate/core/campaigns';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { sheet } from '../../testing/samples.ts';
import { emptyChoices, idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { CampaignDraft } from './campaign-draft.tsx';
import { CampaignResults } from './campaign-results.tsx';

const campaign = (kind: 'email' | 'text', changes: Partial<CampaignView> = {}): CampaignView => ({
  ...{ id: idOf(1), clientId: quayside.id, content: newCampaign('Spring', kind), version: 1 },
  ...{ state: 'draft', madeAt: '2026-11-05T14:00:00Z', sentAt: null, sentBy: '' },
  ...{ pausedBecause: '', resendOf: null, isSentAgain: false, counts: null },
  ...changes,
});
const counts: CampaignCounts = {
  ...{ listed: 260, waiting: 0, sent: 200, delivered: 0, failed: 2 },
  leftOut: [{ reason: 'unsubscribed', people: 58 }],
  ...{ opened: 90, openedByProxy: 30, clicked: 20, answered: 3 },
  ...{ leads: 4, booked: 2, unsubscribed: 1, complaints: 0 },
  links: [{ name: 'quayside-dental.test/first-visit', people: 20 }],
};
const server = () =>
  serverOf()
    .on(api.getClient, sheet)
    .on(api.listPages, { pages: [] })
    .on(api.listForms, { forms: [] })
    .on(api.listFields, { fields: [] })
    .on(api.getConditionChoices, emptyChoices)
    .on(api.getClock, { now: '2026-11-05T14:12:00Z', demo: true })
    .on(api.getCampaignReach, { reached: 200, leftOut: [{ reason: 'unsubscribed', people: 60 }] })
    .on(api.saveCampaign, { version: 2 })
    .on(api.sendCampaign, {})
    .on(api.setCampaignState, {})
    .on(api.listCampaignPeople, { people: [], next: null });

it('says how many get it and why others do not, and sends only when that is confirmed', async () => {
  const asked = server();
  show(<CampaignDraft campaign={campaign('email')} client={quayside} onSent={() => null} />, asked);
  expect(await screen.findByText('200')).toBeTruthy();
  expect(screen.getByText('60 left out, because they have unsubscribed')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Spring again' } });
  fireEvent.click(screen.getByRole('button', { name: 'Send…' }));
  expect(asked.sent(api.sendCampaign)).toHaveLength(0);
  fireEvent.click(screen.getByRole('button', { name: 'Send to 200 people' }));
  await waitFor(() => expect(asked.sent(api.sendCampaign)).toHaveLength(1));
  // What was typed a moment before is saved first.
  expect(asked.sent(api.saveCampaign)[0]!.body).toMatchObject({
    content: { name: 'Spring again' },
  });
});

it('puts the words by which texts are ended into a text that lacks them', async () => {
  const asked = server();
  const content = {
    ...newCampaign('Spring', 'text'),
    message: { kind: 'text' as const, body: 'Sale on Friday' },
  };
  show(
    <CampaignDraft
      campaign={campaign('text', { content })}
      client={quayside}
      onSent={() => null}
    />,
    asked,
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Add “Reply STOP to end texts.”' }));
  expect(screen.getByLabelText('Text').textContent).toBe('Sale on Friday Reply STOP to end texts.');
  expect(screen.queryByText(/does not say how to end texts/)).toBeNull();
});

it('shows what became of it, and says what is only a tendency', async () => {
  const sent = campaign('email', { state: 'sending', sentAt: '2026-11-05T14:00:00Z', counts });
  show(<CampaignResults campaign={sent} client={quayside} onChange={() => null} />, server());
  expect(await screen.findByText('45%')).toBeTruthy();
  expect(screen.getByText(/30 were opened only by a provider’s server/)).toBeTruthy();
  expect(screen.getByText('quayside-dental.test/first-visit')).toBeTruthy();
  expect(screen.getByText('58 left out, because they have unsubscribed')).toBeTruthy();
  expect(screen.getByRole('button', { name: /^Send again to those/ })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Pause' })).toBeNull();
});

it('says why it paused itself, and goes on when somebody lets it', async () => {
  const asked = server();
  const paused = campaign('email', {
    ...{ state: 'paused', sentAt: '2026-11-05T14:00:00Z' },
    ...{ pausedBecause: '6 of the first 100 were refused.', counts: { ...counts, waiting: 90 } },
  });
  show(<CampaignResults campaign={paused} client={quayside} onChange={() => null} />, asked);
  expect(await screen.findByText(/6 of the first 100 were refused/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Go on' }));
  await waitFor(() => expect(asked.sent(api.setCampaignState)).toHaveLength(1));
  expect(asked.sent(api.setCampaignState)[0]!.body).toEqual({ state: 'sending' });
});
