import { api } from '@plumgate/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { sheet } from '../../testing/samples.ts';
import { serverOf, show, signedIn } from '../../testing/show.tsx';
import { NewClientScreen } from '../clients/new-client-screen.tsx';
import { SetUpScreen } from './set-up-screen.tsx';
import { SignInScreen } from './sign-in-screen.tsx';

const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

describe('signing in', () => {
  const opened = (demo = false, needed = false) => {
    const server = serverOf().on(api.setUpState, { needed, demo });
    return { server, ...show(<SignInScreen />, server) };
  };

  it('leads to the first place', async () => {
    const { server, whereabouts } = opened();
    server.on(api.signIn, signedIn);
    type('Email', 'marketer@tallow-thyme.test');
    type('Password', 'plum-gate-demo');
    press('Sign in');
    await waitFor(() => expect(whereabouts()).toBe('/'));
    expect(server.sent(api.signIn)[0]!.body).toEqual({
      email: 'marketer@tallow-thyme.test',
      password: 'plum-gate-demo',
    });
  });

  it('says why not, and keeps the address that was typed', async () => {
    const { server } = opened();
    server.on(api.signIn, () => refusal(401, 'The email or the password is not right.'));
    type('Email', 'nobody@example.com');
    type('Password', 'a guess');
    press('Sign in');
    expect((await screen.findByRole('alert')).textContent).toBe(
      'The email or the password is not right.',
    );
    expect(screen.getByLabelText<HTMLInputElement>('Email').value).toBe('nobody@example.com');
  });

  it.each([true, false])('names the demo’s people in a demo only: %s', async (demo) => {
    const { server } = opened(demo);
    await waitFor(() => expect(server.sent(api.setUpState)).toHaveLength(1));
    await waitFor(() =>
      expect(screen.queryAllByText(/^The demo’s people are/)).toHaveLength(Number(demo)),
    );
  });

  it('is not asked of anybody before there is an agency', async () => {
    const { whereabouts } = opened(false, true);
    await waitFor(() => expect(whereabouts()).toBe('/welcome'));
  });
});

describe('the first visit to a new installation', () => {
  const opened = (needed = true) => {
    const server = serverOf().on(api.setUpState, { needed, demo: false });
    return { server, ...show(<SetUpScreen />, server) };
  };
  const fill = () => {
    type('The agency’s name', 'Tallow & Thyme');
    type('Time zone', 'America/New_York');
    type('Your name', 'Maren Oriel');
    type('Your email', 'owner@tallow-thyme.test');
    type('A password', 'correct horse battery');
    type('Set-up code', 'K7QM-2XWD');
  };

  it('makes the agency and its owner', async () => {
    const { server, whereabouts } = opened();
    server.on(api.setUp, signedIn);
    fill();
    press('Create the agency');
    await waitFor(() => expect(whereabouts()).toBe('/'));
    expect(server.sent(api.setUp)[0]!.body).toMatchObject({
      agency: 'Tallow & Thyme',
      zone: 'America/New_York',
      email: 'owner@tallow-thyme.test',
      code: 'K7QM-2XWD',
    });
  });

  it.each([
    ['Your email', 'maren'],
    ['A password', 'short'],
    ['Set-up code', ''],
  ])('says at its field what is wrong: %s', async (label, value) => {
    const { server } = opened();
    fill();
    type(label, value);
    press('Create the agency');
    await waitFor(() =>
      expect(screen.getByLabelText(label).getAttribute('aria-invalid')).toBe('true'),
    );
    expect(server.sent(api.setUp)).toEqual([]);
    expect(screen.getByLabelText<HTMLInputElement>('Your name').value).toBe('Maren Oriel');
  });

  it('is over once there is an agency', async () => {
    const { whereabouts } = opened(false);
    await waitFor(() => expect(whereabouts()).toBe('/'));
  });
});

describe('taking on a client', () => {
  const opened = async () => {
    const server = serverOf();
    const shown = show(<NewClientScreen />, server);
    await screen.findByLabelText('Name');
    return { server, ...shown };
  };
  const address = () => screen.getByLabelText<HTMLInputElement>('Page address');

  it('suggests the address from the name, until one is typed', async () => {
    await opened();
    expect(screen.getByLabelText<HTMLSelectElement>('Time zone').value).toBe('America/New_York');
    type('Name', 'Alder Grove Dental');
    await waitFor(() => expect(address().value).toBe('alder-grove-dental'));
    type('Page address', 'alder');
    type('Name', 'Alder Grove');
    expect(address().value).toBe('alder');
  });

  it('leads to the fact sheet of the new client', async () => {
    const { server, whereabouts } = await opened();
    server.on(api.createClient, sheet);
    type('Name', 'Quayside Dental');
    type('Time zone', 'America/New_York');
    press('Add the client');
    await waitFor(() => expect(whereabouts()).toBe('/quayside-dental/set-up'));
  });

  it('says at the address that it is taken', async () => {
    const { server } = await opened();
    server.on(api.createClient, () =>
      refusal(409, 'That address is taken.', [
        { field: 'body.slug', message: 'Another client has this address.' },
      ]),
    );
    type('Name', 'Quayside Dental');
    type('Time zone', 'America/New_York');
    press('Add the client');
    await screen.findByText('Another client has this address.');
    expect(address().getAttribute('aria-invalid')).toBe('true');
  });
});
