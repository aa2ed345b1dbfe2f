import { api } from '@plumgate/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { boardOf, stepOf } from '../../testing/samples.ts';
import { quayside, serverOf, show } from '../../testing/show.tsx';
import { FunnelMenu } from './funnel-menu.tsx';
import { inBin, withBin } from '../../testing/with-bin.ts';

const board = boardOf([stepOf(1)], {
  funnel: { ...boardOf([]).funnel, folder: 'Winter', head: '<!-- tag -->' },
});
const chosen = async (item: string) => {
  const server = serverOf().on(api.changeFunnel, {});
  const shown = show(<FunnelMenu board={board} clientSlug={quayside.slug} />, server);
  const trigger = screen.getByRole('button', { name: 'Actions for the funnel' });
  trigger.focus();
  fireEvent.keyDown(trigger, { key: 'Enter' });
  fireEvent.click(within(await screen.findByRole('menu')).getByRole('menuitem', { name: item }));
  return { server, ...shown };
};
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

it('names the funnel and puts it in a folder, and takes both back', async () => {
  const { server } = await chosen('Name and folder…');
  type('Name', ' First visit, evenings ');
  type('Folder', '');
  press('Save');
  await screen.findByText('Named “First visit, evenings”.');
  press('Undo');
  await waitFor(() => expect(server.sent(api.changeFunnel)).toHaveLength(2));
  expect(server.sent(api.changeFunnel).map(({ body }) => body)).toEqual([
    { name: 'First visit, evenings', folder: '' },
    { name: 'First visit', folder: 'Winter', head: '<!-- tag -->', body: '' },
  ]);
});

it('keeps code for all its pages, and says when it takes effect', async () => {
  const { server } = await chosen('Code on all its pages…');
  expect(screen.getByLabelText<HTMLTextAreaElement>('In the head').value).toBe('<!-- tag -->');
  type('At the end of the body', '<script>1</script>');
  press('Save');
  await screen.findByText('Saved. It applies to each page once that page is published.');
  expect(server.sent(api.changeFunnel)[0]!.body).toEqual({
    head: '<!-- tag -->',
    body: '<script>1</script>',
  });
});

it('asks for its name where visitors see it, leads to the list, and brings it back', async () => {
  const server = withBin(serverOf(), {
    name: 'First visit',
    isLive: true,
    losses: [{ what: 'leads', count: 12, names: [] }],
  }).on(api.removeFunnel, inBin);
  const { whereabouts } = show(<FunnelMenu board={board} clientSlug={quayside.slug} />, server);
  const trigger = screen.getByRole('button', { name: 'Actions for the funnel' });
  trigger.focus();
  fireEvent.keyDown(trigger, { key: 'Enter' });
  fireEvent.click(await screen.findByRole('menuitem', { name: 'Delete the funnel…' }));
  await screen.findByText('12 leads came from it in the last 30 days.');
  const confirm = screen.getByRole<HTMLButtonElement>('button', { name: 'Delete' });
  expect(confirm.disabled).toBe(true);
  type('Type “First visit” to delete it', 'first visit');
  fireEvent.click(confirm);
  await screen.findByText('“First visit” is in the bin for 30 days.');
  await waitFor(() => expect(whereabouts()).toBe('/quayside-dental/funnels'));
  press('Undo');
  await waitFor(() =>
    expect(server.sent(api.restoreFromBin)[0]?.params).toEqual({
      clientId: quayside.id,
      binId: inBin.binId,
    }),
  );
});

it('says why it could not be changed', async () => {
  const { server } = await chosen('Name and folder…');
  server.on(api.changeFunnel, () => refusal(404, 'This funnel is gone.'));
  press('Save');
  await screen.findByText('This funnel is gone.');
});
