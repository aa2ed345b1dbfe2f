import { api } from '@plumgate/contract';
import type { ClientId, FunnelId, PageId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { boardOf, funnelOf, stepOf } from '../../testing/samples.ts';
import { refusal } from '../../testing/fake-server.ts';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { CopyFunnel } from './copy-funnel.tsx';
import { CopyStep } from './copy-step.tsx';

const alder = { ...quayside, id: idOf<ClientId>(2), name: 'Alder Grove', slug: 'alder-grove' };
const board = boardOf([stepOf(1)]);
const server = () =>
  serverOf()
    .on(api.listClients, { clients: [quayside, alder as never] })
    .on(api.listAllFunnels, {
      funnels: [
        funnelOf(900, { name: 'First visit' }),
        funnelOf(901, { name: 'Evenings', clientId: alder.id, steps: 3 }),
      ],
    });
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Copy' });

describe('a funnel', () => {
  const opened = async (answers = server()) => {
    const shown = show(<CopyFunnel funnel={board.funnel} onClose={() => {}} />, answers);
    await screen.findByRole('option', { name: 'Alder Grove' });
    await screen.findByText('There is already a funnel with this name. Choose another.');
    return { ...shown, answers };
  };

  it('is asked for a name of its own, for the same client', async () => {
    await opened();
    expect(press().disabled).toBe(true);
    type('Name', 'First visit, evenings');
    expect(press().disabled).toBe(false);
  });

  it('keeps its name for another client, and is opened there', async () => {
    const { answers, whereabouts } = await opened();
    answers.on(api.copyFunnel, { funnelId: idOf<FunnelId>(950) });
    type('For', alder.id);
    expect(press().disabled).toBe(false);
    fireEvent.click(press());
    await waitFor(() => expect(whereabouts()).toBe(`/alder-grove/funnels/${idOf(950)}`));
    expect(answers.sent(api.copyFunnel)[0]!.body).toEqual({
      name: 'First visit',
      clientId: alder.id,
      language: null,
    });
  });

  it('is told from the first by its language, while nobody named it', async () => {
    await opened();
    type('Language, if it changes', 'es');
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('First visit, Spanish');
    expect(press().disabled).toBe(false);
    type('For', alder.id);
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('First visit');
  });

  it('takes a language along, and says why it was refused', async () => {
    const { answers } = await opened();
    answers.on(api.copyFunnel, () => refusal(400, 'That is no language tag.'));
    type('Name', 'Primera visita');
    type('Language, if it changes', ' es ');
    fireEvent.click(press());
    expect((await screen.findByRole('alert')).textContent).toBe('That is no language tag.');
    expect(answers.sent(api.copyFunnel)[0]!.body).toMatchObject({ language: 'es' });
  });
});

describe('a step', () => {
  it('goes to the end of another funnel, of any client', async () => {
    const answers = server().on(api.addStep, { pageId: idOf<PageId>(60) });
    const onClose = jest.fn();
    const { whereabouts } = show(
      <CopyStep step={stepOf(4, { name: 'Times' })} onClose={onClose} />,
      answers,
    );
    await screen.findByRole('option', { name: 'Alder Grove · Evenings' });
    expect(press().disabled).toBe(true);
    type('Into the funnel', idOf(901));
    type('Language, if it changes', 'es');
    fireEvent.click(press());
    await screen.findByText(/^Copied to the end of/);
    expect(answers.sent(api.addStep)[0]).toMatchObject({
      params: { funnelId: idOf(901) },
      body: { name: 'Times', position: 3, from: { pageId: idOf(4), language: 'es' } },
    });
    expect(onClose).toHaveBeenCalled();
    fireEvent.click(screen.getByRole('button', { name: 'Open' }));
    await waitFor(() => expect(whereabouts()).toBe(`/alder-grove/funnels/${idOf(901)}`));
  });
});
