import { api, type ApprovalView } from '@plumgate/contract';
import { emptyPage, newBand, newBlock, type Block } from '@plumgate/core/page';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { boardOf, pageOf, sheet, stepOf } from '../../testing/samples.ts';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { ShareDialog } from './share-dialog.tsx';

const step = stepOf(1, { slug: 'first-visit' });
const heading = newBlock('heading', 'h', { text: 'Dread it?\nCome, {{ client.town }}.', level: 1 });
const page = pageOf({
  page: {
    ...emptyPage('First visit'),
    bands: [newBand('b', [{ id: 'c', share: 1, blocks: [heading as Block] }])],
  },
  forms: {},
});
const approvalOf = (changes: Partial<ApprovalView> = {}): ApprovalView => ({
  id: idOf(40),
  createdAt: '2026-11-05T16:30:00Z',
  expiresAt: '2026-11-19T16:30:00Z',
  state: 'open',
  approved: null,
  remarks: [],
  ...changes,
});
const copied: string[] = [];
const clipboard = (works = true) =>
  Object.assign(navigator, {
    clipboard: {
      writeText: (text: string) =>
        works ? Promise.resolve(void copied.push(text)) : Promise.reject(new Error('no')),
    },
  });
beforeEach(() => {
  copied.length = 0;
  clipboard();
});
const opened = async (approvals: ApprovalView[] = [], state: 'live' | 'draft' = 'live') => {
  const server = serverOf()
    .on(api.getClient, sheet)
    .on(api.getEditorPage, page)
    .on(api.listApprovals, { approvals });
  show(<ShareDialog board={boardOf([{ ...step, state }])} onClose={() => {}} />, server);
  await screen.findByText(`${quayside.knownSite}/first-visit`);
  return server;
};
const goesInto = (value: string) =>
  fireEvent.change(screen.getByLabelText('Where the link goes'), { target: { value } });

describe('the link', () => {
  it('warns while nobody answers there', async () => {
    await opened([], 'draft');
    expect(screen.getByText(/^This step is not live yet/)).toBeTruthy();
  });

  it.each([
    ['search-ads', 'utm_source=search&utm_medium=cpc'],
    ['door', 'utm_source=door&utm_medium=qr'],
  ])('is tagged by where it goes: %s', async (place, tags) => {
    await opened();
    goesInto(place);
    fireEvent.click(screen.getByRole('button', { name: 'Copy the link' }));
    await waitFor(() => expect(copied).toEqual([`${quayside.knownSite}/first-visit?${tags}`]));
    expect(screen.getByRole('img', { name: `The code of ${copied[0]}` })).toBeTruthy();
  });

  it('takes a name of one’s own, and stays plain until there is one', async () => {
    await opened();
    goesInto('own');
    expect(screen.getByText(`${quayside.knownSite}/first-visit`)).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Harbour Fair' } });
    expect(
      screen.getByText(`${quayside.knownSite}/first-visit?utm_source=harbour+fair`),
    ).toBeTruthy();
  });

  it('comes for a message with what the page says first, facts filled in', async () => {
    await opened();
    await waitFor(() => {
      fireEvent.click(screen.getByRole('button', { name: 'Copy for a message' }));
      expect(copied.at(-1)).toBe(
        `Dread it? Come, Port Alder.\nQuayside Dental invites you: ${quayside.knownSite}/first-visit`,
      );
    });
  });
});

describe('the client’s own look', () => {
  const href = 'http://quayside-dental.localhost:4310/~/approval/abc';
  it.each([
    [true, /^Copied\. It works for 14 days/],
    [false, /^Copy it now\. It works for 14 days/],
  ])('is a link said this once; copied by itself: %s', async (works, words) => {
    clipboard(works);
    const server = await opened();
    server.on(api.createApproval, { href });
    fireEvent.click(screen.getByRole('button', { name: 'Create approval link' }));
    expect(await screen.findByText(href)).toBeTruthy();
    expect(screen.getByText(words)).toBeTruthy();
    expect(server.sent(api.createApproval)[0]!.body).toEqual({ days: 14 });
  });

  it('shows what was said, where, and who found it good', async () => {
    const server = await opened([
      approvalOf({
        approved: { by: 'Ines Farrow', at: '2026-11-06T10:00:00Z' },
        remarks: [
          {
            id: 5,
            pageId: step.pageId,
            page: 'First visit',
            part: 'band-2',
            who: 'Ines',
            words: 'Our new opening hours, please.',
            at: '2026-11-06T09:00:00Z',
            done: false,
          },
        ],
      }),
    ]);
    await screen.findByText('Approved by Ines Farrow');
    const remark = screen.getByText('Our new opening hours, please.').closest('li')!;
    expect(within(remark).getByRole('link').getAttribute('href')).toBe(
      `/quayside-dental/pages/${step.pageId}?part=band-2`,
    );
    server.on(api.finishRemark, {});
    fireEvent.click(within(remark).getByRole('checkbox'));
    await screen.findByText('Done.');
    expect(server.sent(api.finishRemark)[0]).toMatchObject({
      params: { remarkId: '5' },
      body: { done: true },
    });
  });

  it('is ended by one press; what is over can’t be ended again', async () => {
    const server = await opened([
      approvalOf(),
      approvalOf({ id: idOf(41), state: 'expired' }),
      approvalOf({ id: idOf(42), state: 'closed' }),
    ]);
    await screen.findByText('Over');
    expect(screen.getByText('Ended')).toBeTruthy();
    server.on(api.closeApproval, {});
    fireEvent.click(screen.getByRole('button', { name: 'End it' }));
    await screen.findByText(/^The link has ended\./);
    expect(server.sent(api.closeApproval)[0]!.params).toEqual({ approvalId: idOf(40) });
  });
});
