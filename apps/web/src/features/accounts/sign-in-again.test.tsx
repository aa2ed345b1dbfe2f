import { api } from '@plumgate/contract';
import type { UserId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { call } from '../../api/call.ts';
import { signedOut } from '../../api/signed-out.ts';
import { refusal } from '../../testing/fake-server.ts';
import { idOf, serverOf, show, signedIn } from '../../testing/show.tsx';
import { SignInAgain } from './sign-in-again.tsx';

afterEach(() => {
  signedOut.end(false);
  signedOut.know(false);
});

const opened = async () => {
  const server = serverOf();
  server.on(api.listFunnels, () => {
    const { problem } = refusal(401, 'Sign in first.');
    return refusalWith({ ...problem, code: 'not-signed-in' });
  });
  const shown = show(
    <>
      <input aria-label="Note" defaultValue="Half a sentence" />
      <SignInAgain session={signedIn} />
    </>,
    server,
  );
  signedOut.know(true);
  const asked = call(api.listFunnels, { params: { clientId: idOf(1) } });
  await screen.findByRole('dialog', { name: 'Sign in again' });
  return { server, asked, ...shown };
};
const refusalWith = (problem: ReturnType<typeof refusal>['problem']) =>
  Object.assign(refusal(problem.status, problem.title), { problem });
const enter = () => {
  fireEvent.change(screen.getByLabelText('Password'), { target: { value: 'plum-gate-demo' } });
  fireEvent.click(screen.getByRole('button', { name: 'Sign in' }));
};

it('asks right there, knows who it was, and leaves what was typed', async () => {
  const { server, asked, whereabouts } = await opened();
  server.on(api.signIn, signedIn).on(api.listFunnels, { funnels: [] });
  expect(screen.getByLabelText<HTMLInputElement>('Email').value).toBe(signedIn.user.email);
  enter();
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(screen.getByLabelText<HTMLInputElement>('Note').value).toBe('Half a sentence');
  expect(whereabouts()).toBe('/quayside-dental/place');
  // What was refused for it is asked again.
  expect(await asked).toEqual({ funnels: [] });
});

it('leads somebody else to their own first place', async () => {
  const { server, asked, whereabouts } = await opened();
  server.on(api.signIn, { ...signedIn, user: { ...signedIn.user, id: idOf<UserId>(9) } });
  enter();
  await expect(asked).rejects.toThrow('Sign in first.');
  await waitFor(() => expect(whereabouts()).toBe('/'));
});

it('asks nothing before anybody was signed in: the first place leads to signing in', async () => {
  const server = serverOf();
  server.on(api.listFunnels, () =>
    refusalWith({ ...refusal(401, 'Sign in first.').problem, code: 'not-signed-in' }),
  );
  show(<SignInAgain session={signedIn} />, server);
  const asked = call(api.listFunnels, { params: { clientId: idOf(1) } });
  await expect(asked).rejects.toThrow('Sign in first.');
  expect(screen.queryByRole('dialog')).toBeNull();
});
