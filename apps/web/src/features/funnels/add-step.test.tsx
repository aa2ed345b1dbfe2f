import { api, type TemplateView } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import { blocksOf, emptyPage, type Draft } from '@plumgate/core/page';
import { readyTemplates } from '@plumgate/core/templates';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { boardOf, calendarOf, choiceOf, sheet, stepOf } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { AddStep } from './add-step.tsx';
import { inBin } from '../../testing/with-bin.ts';

const board = boardOf([stepOf(1, { name: 'First visit' }), stepOf(2, { name: 'Thank you' })]);
const opened = async (position: number, templates: TemplateView[] = []) => {
  const server = serverOf()
    .on(api.listPages, { pages: [choiceOf(7, { name: 'Times', funnel: 'Evenings' })] })
    .on(api.listTemplates, { templates })
    .on(api.listCalendars, {
      calendars: [calendarOf(80, 'Cleaning'), calendarOf(81, 'First visit')],
    })
    .on(api.getClient, sheet)
    .on(api.getClientRecords, { staff: [], services: [], reviews: [] })
    .on(api.addStep, { pageId: idOf<PageId>(50) });
  const onClose = jest.fn();
  show(<AddStep board={board} position={position} onClose={onClose} />, server);
  await screen.findByRole('option', { name: 'Evenings · Times' });
  return { server, onClose };
};
const name = () => screen.getByLabelText<HTMLInputElement>('Name');
const beginsAs = (label: string) =>
  fireEvent.change(screen.getByLabelText('Start from'), {
    target: { value: screen.getByRole<HTMLOptionElement>('option', { name: label }).value },
  });
const press = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Add the step' });
const bookingOf = (draft: Draft) => blocksOf(draft.page).find(({ kind }) => kind === 'booking');
const draftSent = (server: ReturnType<typeof serverOf>) =>
  (server.sent(api.addStep)[0]!.body as { from: { draft: Draft } }).from.draft;

it('suggests a name that no step has, and says what it comes after', async () => {
  await opened(1);
  expect(name().value).not.toMatch(/First visit|Thank you|\d/);
  expect(screen.getByText('After First visit')).toBeTruthy();
});

it('adds an empty page at its place, and closes at once', async () => {
  const { server, onClose } = await opened(1);
  fireEvent.change(name(), { target: { value: ' A few questions ' } });
  fireEvent.click(press());
  expect(onClose).toHaveBeenCalled();
  await screen.findByText(/^A few questions is step 2\./);
  expect(server.sent(api.addStep)[0]).toMatchObject({
    params: { funnelId: board.funnel.id },
    body: { name: 'A few questions', position: 1 },
  });
});

it('takes it back by one press', async () => {
  const { server } = await opened(1);
  server.on(api.removeStep, inBin);
  fireEvent.click(press());
  fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
  await waitFor(() => expect(server.sent(api.removeStep)[0]?.params).toEqual({ pageId: idOf(50) }));
});

it('offers every ready-made page, and copies', async () => {
  await opened(1);
  const groups = [...document.querySelectorAll('optgroup')].map(({ label }) => label);
  expect(groups).toEqual(['Ready-made', 'A copy of']);
  const ready = document.querySelectorAll('optgroup[label="Ready-made"] option');
  expect(ready).toHaveLength(readyTemplates.filter(({ pages }) => pages.length === 1).length);
});

it('asks at once for what only the marketer knows of a ready-made page, and finds it on the map', async () => {
  const { server } = await opened(1);
  const place = { lat: 43.2, lng: -69.4 };
  server.on(api.getClient, sheet).on(api.findPlace, { place });
  beginsAs('One home for sale');
  expect(press().disabled).toBe(true);
  for (const [label, answer] of [
    ['The home’s address', '3 Ropewalk Loft'],
    ['A sentence or two about it', 'Light on three sides.'],
    ['Asking price', '$612,000'],
    ['Size in a line', '3 bedrooms'],
  ] as const)
    fireEvent.change(screen.getByLabelText(label), { target: { value: answer } });
  expect(press().disabled).toBe(false);
  fireEvent.click(press());
  await waitFor(() => expect(server.sent(api.addStep)).toHaveLength(1));
  const draft = draftSent(server);
  expect(JSON.stringify(draft)).toContain('3 Ropewalk Loft');
  expect(JSON.stringify(draft)).not.toContain('[[');
  // The address is looked up as its visitors will read it.
  expect(server.sent(api.findPlace).map(({ body }) => body)).toEqual([
    { address: '3 Ropewalk Loft, Port Alder' },
  ]);
  expect(blocksOf(draft.page).find(({ kind }) => kind === 'map')).toMatchObject({ place });
  // A step comes after it, so its form leads on.
  expect(Object.values(draft.forms)[0]!.after.kind).toBe('next-step');
});

it('a ready-made page at the end thanks in place', async () => {
  const { server } = await opened(2);
  beginsAs('Survey');
  fireEvent.click(press());
  await waitFor(() => expect(server.sent(api.addStep)).toHaveLength(1));
  expect(Object.values(draftSent(server).forms)[0]!.after.kind).toBe('message');
});

it('takes a kept template or a copy of a page as it is', async () => {
  const kept = { page: emptyPage('Saved'), forms: {} };
  const { server } = await opened(1, [
    {
      id: idOf(70),
      kind: 'page',
      name: 'Our own',
      content: { pages: [{ name: 'Our own', draft: kept }] },
    } as TemplateView,
  ]);
  beginsAs('Our own');
  fireEvent.click(press());
  await waitFor(() => expect(server.sent(api.addStep)).toHaveLength(1));
  expect(draftSent(server)).toEqual(kept);
  beginsAs('Evenings · Times');
  fireEvent.click(press());
  await waitFor(() => expect(server.sent(api.addStep)).toHaveLength(2));
  expect(server.sent(api.addStep)[1]!.body).toMatchObject({ from: { pageId: idOf(7) } });
});

it('a page of free times shows those of a calendar of the client', async () => {
  const { server } = await opened(1);
  beginsAs('Choose a time');
  fireEvent.change(await screen.findByLabelText('Calendar'), { target: { value: idOf(81) } });
  fireEvent.click(press());
  await waitFor(() => expect(server.sent(api.addStep)).toHaveLength(1));
  expect(bookingOf(draftSent(server))).toMatchObject({ calendarId: idOf(81) });
});

it('or those of a new calendar, which is made with the step', async () => {
  const { server } = await opened(1);
  server.on(api.createCalendar, calendarOf(90, 'New'));
  beginsAs('Choose a time');
  fireEvent.change(await screen.findByLabelText('Calendar'), { target: { value: '' } });
  fireEvent.click(press());
  await waitFor(() => expect(server.sent(api.addStep)).toHaveLength(1));
  expect(server.sent(api.createCalendar)[0]!.body).toEqual({
    name: `${board.funnel.name} calendar`,
  });
  expect(bookingOf(draftSent(server))).toMatchObject({ calendarId: idOf(90) });
});
