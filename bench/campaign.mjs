import { quaysideFunnel } from './demo-page.mjs';
import { longPage, richPage } from './pages.mjs';

/** Builds one client with the demo's page, a rich one and a long one through the API. */
export async function makeCampaign(port, code) {
  const origin = `http://127.0.0.1:${port}`;
  let cookie = '';
  const call = async (method, path, body) => {
    const answer = await fetch(origin + path, {
      method,
      headers: {
        'content-type': Buffer.isBuffer(body) ? 'application/octet-stream' : 'application/json',
        cookie,
      },
      body: Buffer.isBuffer(body) ? body : body && JSON.stringify(body),
    });
    const set = answer.headers.get('set-cookie');
    if (set) cookie = set.split(';')[0];
    const read = await answer.json();
    if (!answer.ok) throw new Error(`${method} ${path}: ${JSON.stringify(read)}`);
    return read;
  };
  await call('POST', '/api/set-up', {
    agency: 'Bench',
    zone: 'America/New_York',
    name: 'Bench',
    email: 'bench@example.com',
    password: 'correct horse battery',
    code,
  });
  const client = await call('POST', '/api/clients', {
    name: 'Quayside',
    slug: 'quayside',
    zone: 'America/New_York',
  });
  const { funnelId } = await call('POST', `/api/clients/${client.id}/funnels`, { name: 'Visit' });
  const { steps } = await call('GET', `/api/funnels/${funnelId}/path`);
  for (const [index, { pageId }] of steps.entries()) {
    const page = await call('GET', `/api/pages/${pageId}`);
    let { version } = page;
    if (index === 0) {
      const [form] = Object.keys(page.draft.forms);
      ({ version } = await call('PUT', `/api/pages/${pageId}/draft`, {
        version,
        draft: { ...page.draft, page: quaysideFunnel(form) },
      }));
    }
    await call('POST', `/api/pages/${pageId}/publish`, { version });
  }
  const take = async (name, draft) => {
    const made = await call('POST', `/api/clients/${client.id}/funnels`, {
      name,
      from: { pages: [{ name, draft }] },
    });
    const board = await call('GET', `/api/funnels/${made.funnelId}/path`);
    const { pageId, slug } = board.steps[0];
    const { version } = await call('GET', `/api/pages/${pageId}`);
    await call('POST', `/api/pages/${pageId}/publish`, { version });
    return { pageId, slug };
  };
  const facts = {
    phone: '(207) 555-0142',
    town: 'Port Alder',
    areas: ['Port Alder', 'Gannet Head'],
  };
  const sheet = await call('GET', `/api/clients/${client.id}`);
  await call('PUT', `/api/clients/${client.id}/facts`, {
    name: sheet.name,
    facts: { ...sheet.facts, ...facts, place: { lat: 43.2, lng: -69.4 } },
  });
  return {
    clientId: client.id,
    firstPage: steps[0].pageId,
    call,
    cookie,
    rich: await take('Rich', richPage()),
    long: await take('Long', longPage()),
  };
}
