import type { TestApp } from './test-app.ts';

/** A browser that keeps its cookies, on the first client's host; `always` are headers that it sends with everything. */
export function browserOf(app: TestApp, always: Record<string, string> = {}) {
  const jar = new Map<string, string>();
  const keep = (answer: Awaited<ReturnType<TestApp['site']>>) => {
    for (const { name, value } of answer.cookies)
      if (value) jar.set(name, value);
      else jar.delete(name);
    return answer;
  };
  const headers = (more: Record<string, string> = {}) => ({
    cookie: [...jar].map(([name, value]) => `${name}=${encodeURIComponent(value)}`).join('; '),
    ...always,
    ...more,
  });
  return {
    cookies: jar,
    open: async (url: string, referer = '') =>
      keep(await app.site('GET', url, { headers: headers(referer ? { referer } : {}) })),
    send: async (form: Record<string, string>, path = '/first-visit') =>
      keep(await app.site('POST', path, { form, headers: headers() })),
    /** What the page's script tells. */
    tell: (url: string) => app.site('POST', url, { headers: headers() }),
  };
}
