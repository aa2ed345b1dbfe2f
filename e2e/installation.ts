import { expect } from '@playwright/test';
import { ask, setUpCodeIn, type Server } from './helpers.ts';

const json = { 'content-type': 'application/json' };

export type ApiCall = (method: string, path: string, body?: object) => Promise<never>;

/** The program from nothing: its owner and a client. Gives the owner's cookie, a way to call as them, and the client's id. */
export async function setUp(
  port: number,
  server: Server,
): Promise<{ cookie: string; call: ApiCall; clientId: string }> {
  const { status, cookie } = await ask({
    port,
    path: '/api/set-up',
    method: 'POST',
    headers: json,
    body: JSON.stringify({
      agency: 'Tallow & Thyme',
      zone: 'America/New_York',
      name: 'Oriel',
      email: 'oriel@example.com',
      password: 'correct horse battery',
      code: setUpCodeIn(server.output()),
    }),
  });
  expect(status).toBe(200);
  const call: ApiCall = async (method, path, body) => {
    const answer = await ask({
      port,
      path,
      method,
      headers: { ...(body && json), cookie },
      ...(body && { body: JSON.stringify(body) }),
    });
    expect(answer.status, answer.body).toBe(200);
    return JSON.parse(answer.body) as never;
  };
  const { id: clientId } = (await call('POST', '/api/clients', {
    name: 'Quayside',
    slug: 'quayside',
    zone: 'America/New_York',
  })) as { id: string };
  return { cookie, call, clientId };
}

/** The owner of an installation that is there already, signed in again, and its one client. */
export async function signInAgain(port: number): Promise<{ cookie: string; clientId: string }> {
  const { cookie } = await ask({
    port,
    path: '/api/session',
    method: 'POST',
    headers: json,
    body: JSON.stringify({ email: 'oriel@example.com', password: 'correct horse battery' }),
  });
  const { body } = await ask({ port, path: '/api/clients', headers: { cookie } });
  const { clients } = JSON.parse(body) as { clients: { id: string }[] };
  return { cookie, clientId: clients[0]!.id };
}

/** A funnel that is live at `/visit` and tells the desk of its leads. */
export async function buildFunnel(
  port: number,
  server: Server,
): Promise<{ cookie: string; call: ApiCall; clientId: string }> {
  const made = await setUp(port, server);
  const { call, clientId } = made;
  const { funnelId } = (await call('POST', `/api/clients/${clientId}/funnels`, {
    name: 'Visit',
  })) as { funnelId: string };
  const { steps } = (await call('GET', `/api/funnels/${funnelId}/path`)) as {
    steps: { pageId: string }[];
  };
  for (const { pageId } of steps) {
    const page = (await call('GET', `/api/pages/${pageId}`)) as {
      version: number;
      draft: { forms: Record<string, { notify: string[] }> };
    };
    for (const form of Object.values(page.draft.forms)) form.notify = ['desk@example.com'];
    const kept = (await call('PUT', `/api/pages/${pageId}/draft`, {
      version: page.version,
      draft: page.draft,
    })) as { version: number };
    await call('POST', `/api/pages/${pageId}/publish`, { version: kept.version });
  }
  return made;
}

/** Sends the funnel's form as a visitor; gives the answer, or null where the line was cut. */
export const sendLead = (port: number, name: string, email: string) =>
  ask({
    port,
    host: `quayside.localhost:${port}`,
    path: '/visit',
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ name, email, _once: email }).toString(),
  }).catch(() => null);

/** The page as a visitor gets it. */
export const visit = (port: number) =>
  ask({ port, host: `quayside.localhost:${port}`, path: '/visit' });

/** Everything in a list of the API, page by page. */
export async function allOf<Item>(
  port: number,
  cookie: string,
  path: string,
  list: string,
): Promise<Item[]> {
  const items: Item[] = [];
  for (let after = ''; ;) {
    const { body } = await ask({
      port,
      path: `${path}?limit=200${after && `&after=${after}`}`,
      headers: { cookie },
    });
    const page = JSON.parse(body) as Record<string, Item[]> & { next: string | null };
    items.push(...page[list]!);
    if (!page.next) return items;
    after = page.next;
  }
}
