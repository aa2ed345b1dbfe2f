import { randomBytes } from 'node:crypto';
import autocannon from 'autocannon';

/** Visitors whose numbers fall on all variations. */
const visitors = Array.from({ length: 200 }, () => randomBytes(16).toString('base64url'));

/**
 * How many a second of a page under a test of four variations are answered, and of the same page without one, turn by turn
 * so that noise meets both.
 */
export async function comparePageUnderTest({ port, host, slug, pageId, call }, turns = 5) {
  const rate = async () => {
    const requests = visitors.map((id) => ({
      path: `/${slug}`,
      headers: {
        host,
        'accept-encoding': 'br',
        'user-agent': 'Mozilla/5.0 Chrome/156',
        cookie: `gate_visitor=${id}~~`,
      },
    }));
    const url = `http://127.0.0.1:${port}`;
    return (await autocannon({ url, requests, connections: 20, duration: 4 })).requests.average;
  };
  const rates = { plain: [], tested: [] };
  for (let turn = 0; turn < turns; turn++) {
    rates.plain.push(await rate());
    const test = await fourVariations(call, pageId);
    rates.tested.push(await rate());
    await call('POST', `/api/tests/${test.testId}/end`, { keep: test.variations[0].variationId });
  }
  return rates;
}

async function fourVariations(call, pageId) {
  const write = async (title) => {
    const { version, draft } = await call('GET', `/api/pages/${pageId}`);
    await call('PUT', `/api/pages/${pageId}/draft`, {
      version,
      draft: { ...draft, page: { ...draft.page, title } },
    });
  };
  await write('Second');
  let test = await call('POST', `/api/pages/${pageId}/tests`, { hypothesis: 'One of four' });
  for (const title of ['Third', 'Fourth']) {
    test = await call('POST', `/api/tests/${test.testId}/variations`, {});
    await write(title);
  }
  return call('POST', `/api/tests/${test.testId}/start`, {});
}
