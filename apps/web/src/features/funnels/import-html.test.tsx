import { api } from '@plumgate/contract';
import type { FunnelId, PageId } from '@plumgate/core/basics';
import { fireEvent, screen } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { ImportHtml } from './import-html.tsx';

const opened = () => {
  const server = serverOf();
  show(<ImportHtml client={quayside} onClose={() => {}} />, server);
  const read = () => {
    fireEvent.change(screen.getByLabelText('Or its web address'), {
      target: { value: ' example.com/offer ' },
    });
    fireEvent.click(screen.getByRole('button', { name: 'Import' }));
  };
  return { server, read };
};

it('says what became of a page and what was left out, and leads to it', async () => {
  const { server, read } = opened();
  server.on(api.importHtmlFrom, {
    funnelId: idOf<FunnelId>(1),
    pageId: idOf<PageId>(2),
    bands: 6,
    forms: 1,
    pictures: 0,
    notes: ['A menu was left out: Home.'],
  });
  read();
  expect(
    await screen.findByText('It has 6 bands and 1 form. It is a draft until you publish it.'),
  ).toBeTruthy();
  expect(screen.getByText('A menu was left out: Home.')).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Open the page' }).getAttribute('href')).toBe(
    `/quayside-dental/pages/${idOf(2)}`,
  );
  expect(server.sent(api.importHtmlFrom)[0]!.body).toEqual({ address: 'example.com/offer' });
});

it('says why a page can’t be read, and keeps the address', async () => {
  const { server, read } = opened();
  server.on(api.importHtmlFrom, () => refusal(422, 'This is not a web page.'));
  read();
  expect((await screen.findByRole('alert')).textContent).toBe('This is not a web page.');
  expect(screen.getByLabelText<HTMLInputElement>('Or its web address').value).toBe(
    ' example.com/offer ',
  );
});
