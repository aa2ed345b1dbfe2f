import { quaysideFunnel } from './demo-page.mjs';

/** Builds one client with the demo's page through the API; gives the ids. */
export async function makeCampaign(port) {
  const origin = `http://127.0.0.1:${port}`;
  let cookie = '';
  const call = async (method, path, body) => {
    const answer = await fetch(origin + path, {
      method,
      headers: { 'content-type': 'application/json', cookie },
      body: body && JSON.stringify(body),
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
  return { clientId: client.id };
}
