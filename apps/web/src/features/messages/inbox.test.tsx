import {
  api,
  type ConversationMessage,
  type ConversationRecord,
  type ConversationSummary,
} from '@plumgate/contract';
import type { PersonId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { recordOf } from '../../testing/samples.ts';
import { emptyChoices, idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { AnswerBox } from './answer-box.tsx';
import { ConversationLines } from './conversation-lines.tsx';
import { InboxScreen } from './inbox-screen.tsx';

const summary = (
  number: number,
  changes: Partial<ConversationSummary> = {},
): ConversationSummary => ({
  ...{ personId: idOf<PersonId>(number), clientId: quayside.id, name: `Odalys ${number}` },
  ...{ assigneeId: null, assigneeName: null, state: 'open', isUnread: false },
  last: { kind: 'email', words: 'Tuesday suits me', by: '', at: '2026-11-05T14:00:00Z' },
  ...changes,
});
const message = (changes: Partial<ConversationMessage>): ConversationMessage => ({
  ...{ id: idOf(9), kind: 'email', isTheirs: true, origin: '', otherFrom: '', subject: '' },
  ...{
    body: 'Tuesday suits me',
    whole: '',
    reading: 'answer',
    state: 'sent',
    reason: '',
    files: [],
  },
  at: '2026-11-05T14:00:00Z',
  ...changes,
});
const record = (changes: Partial<ConversationRecord> = {}): ConversationRecord => ({
  conversation: { state: 'open', isUnread: false },
  chat: null,
  messages: [message({})],
  answers: [
    { kind: 'email', to: idOf(9), subject: 'Re: Your visit', why: null },
    { kind: 'text', to: null, subject: '', why: 'they have not agreed to texts' },
  ],
  ...changes,
});
const person = recordOf(1);
afterEach(() => sessionStorage.clear());

it('an answer goes into the thread of what it answers; by a way that is closed it says why', async () => {
  const asked = serverOf().on(api.writeToPerson, {});
  show(<AnswerBox person={person} record={record()} />, asked);
  expect((screen.getByLabelText('Subject') as HTMLInputElement).value).toBe('Re: Your visit');
  fireEvent.click(screen.getByRole('button', { name: 'Text' }));
  expect(screen.getByText(/they have not agreed to texts/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Email' }));
  fireEvent.change(screen.getByLabelText('Your answer'), { target: { value: 'Until then.' } });
  fireEvent.keyDown(screen.getByLabelText('Your answer'), { key: 'Enter', ctrlKey: true });
  await waitFor(() => expect(asked.sent(api.writeToPerson)).toHaveLength(1));
  expect(asked.sent(api.writeToPerson)[0]!.body).toMatchObject({
    answers: idOf(9),
    message: { kind: 'email', subject: 'Re: Your visit' },
  });
});

it('who wrote in a chat box is answered there, and it says whether they are on the page', async () => {
  const asked = serverOf().on(api.answerInChat, {});
  const messages = [message({ kind: 'chat' })];
  const { unmount } = show(
    <AnswerBox person={person} record={record({ messages, chat: { isThere: true } })} />,
    asked,
  );
  expect(screen.getByText('They are on the page now.')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Your answer'), { target: { value: 'Yes.' } });
  fireEvent.click(screen.getByRole('button', { name: 'Send' }));
  await waitFor(() => expect(asked.sent(api.answerInChat)).toHaveLength(1));
  expect(asked.sent(api.answerInChat)[0]!.body).toMatchObject({ body: 'Yes.' });
  unmount();
  show(
    <AnswerBox person={person} record={record({ messages, chat: { isThere: false } })} />,
    asked,
  );
  expect(screen.getByText(/this goes by email/)).toBeTruthy();
});

it('what is typed is there again after another conversation was looked at', () => {
  const asked = serverOf();
  const { unmount } = show(<AnswerBox person={person} record={record()} />, asked);
  fireEvent.change(screen.getByLabelText('Your answer'), { target: { value: 'Half an ans' } });
  unmount();
  show(<AnswerBox person={person} record={record()} />, asked);
  expect((screen.getByLabelText('Your answer') as HTMLTextAreaElement).value).toBe('Half an ans');
});

it('says what a message was understood as, and what became of one', () => {
  show(
    <ConversationLines
      name="Odalys"
      zone={quayside.zone}
      messages={[
        message({ id: idOf(1), body: 'STOP', reading: 'stop', kind: 'text' }),
        message({ id: idOf(2), body: 'Away', reading: 'away', otherFrom: 'o@work.example' }),
        message({ id: idOf(3), isTheirs: false, origin: 'by Ada', state: 'failed' }),
        message({ id: idOf(4), isTheirs: false, origin: 'Welcome', body: 'word '.repeat(90) }),
        message({ id: idOf(5), isTheirs: false, kind: 'chat', origin: 'by Ada', state: 'queued' }),
      ]}
    />,
    serverOf(),
  );
  for (const words of [
    'Asked for no more',
    'Automatic reply',
    'from o@work.example',
    'Failed',
    'Not seen yet',
    'Show all',
  ])
    expect(screen.getByText(words)).toBeTruthy();
});

it('lists conversations with what is unread, and reads one as it is opened', async () => {
  const asked = serverOf()
    .on(api.listConversations, {
      conversations: [summary(1, { isUnread: true }), summary(2)],
      counts: { unread: 1, open: 2, mine: 0 },
      next: null,
    })
    .on(api.getPerson, person)
    .on(api.getConversation, record({ conversation: { state: 'open', isUnread: true } }))
    .on(api.getConditionChoices, emptyChoices)
    .on(api.changeConversation, {});
  show(<InboxScreen />, asked, { at: 'messages', place: 'messages/:personId?' });
  expect(await screen.findByRole('link', { name: /Odalys 1.*unread/ })).toBeTruthy();
  fireEvent.click(screen.getByRole('link', { name: 'Odalys 2' }));
  await waitFor(() =>
    expect(asked.sent(api.changeConversation)[0]!.body).toEqual({ isUnread: false }),
  );
});
