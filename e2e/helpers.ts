import { spawn, type ChildProcess } from 'node:child_process';
import { request } from 'node:http';
import {
  expect,
  type Browser,
  type BrowserContext,
  type Locator,
  type Page,
} from '@playwright/test';
import { port } from './playwright.config.ts';

export const origin = `http://localhost:${port}`;
export const site = `http://quayside-dental.localhost:${port}`;
export const physio = `http://fernhill-physio.localhost:${port}`;
export const phone = {
  viewport: { width: 390, height: 844 },
  userAgent: 'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Chrome/156 Mobile Safari/537.36',
};
export const marketer = 'marketer@tallow-thyme.test';
export const password = 'plum-gate-demo';

/** One session for each person and run: signing in again and again would meet the limit on tries. */
const sessions = new Map<string, Awaited<ReturnType<BrowserContext['cookies']>>>();

/** A page of somebody who is signed in. Moving the demo's clock on lets a session run out: then it is another one. */
export async function signedIn(browser: Browser, path: string, email = marketer): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies(sessions.get(email) ?? []);
  const page = await context.newPage();
  const inside = page.getByRole('link', { name: 'Plum Gate home' });
  await page.goto(origin + path);
  await expect(inside.or(page.getByLabel('Password'))).toBeVisible();
  if (!(await page.getByLabel('Password').isVisible())) return page;
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(inside).toBeVisible();
  sessions.set(email, await context.cookies());
  await page.goto(origin + path);
  return page;
}

/** Opens Quayside's funnel, and in it the editor of its first page. */
export async function openPath(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Nervous-patient first visit' }).click();
  await expect(page.getByRole('region', { name: 'Step 1, First visit' })).toBeVisible();
}
export async function openEditor(page: Page): Promise<void> {
  await openPath(page);
  await page.getByRole('link', { name: 'Edit First visit' }).click();
  await expect(page.getByRole('navigation', { name: 'Outline' })).toBeVisible();
}

/** Fills Quayside's form as a visitor would, and sends it. */
export async function sendForm(
  page: Page,
  who: { name: string; email: string; phone?: string },
): Promise<void> {
  await page.getByLabel('Your name').fill(who.name);
  await page.getByLabel('Email').fill(who.email);
  await page.getByLabel('Mobile').fill(who.phone ?? '(207) 555-0117');
  await page.getByLabel(/What worries you most/).selectOption('Needles');
  await page.getByRole('button', { name: 'Save my place' }).click();
}

/** Searches the post room, and waits until the list shows only what was searched for; gives its rows. */
export async function searchPostRoom(app: Page, text: string): Promise<Locator> {
  await app.getByRole('searchbox').fill(text);
  const rows = app.locator('li', { has: app.locator('a[href*="/post-room/"]') });
  await expect(rows.filter({ hasNotText: text })).toHaveCount(0);
  return rows;
}

const started = new Set<ChildProcess>();

/** The code that a new installation printed as it started. */
export const setUpCodeIn = (output: string): string => /Set-up code: (\S+)/.exec(output)![1]!;

/** Ends what a failed test left running, which would hold its port and its folder. */
export async function endServers(): Promise<void> {
  for (const server of started) {
    if (server.exitCode !== null || server.signalCode !== null) continue;
    server.kill('SIGKILL');
    await new Promise((resolve) => server.once('exit', resolve));
  }
  started.clear();
}

/** A server of its own, for tests that kill it. */
export async function startServer(environment: Record<string, string>): Promise<{
  process: ChildProcess;
  output: () => string;
  ready: Promise<void>;
  ended: Promise<number | null>;
}> {
  const server = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: new URL('..', import.meta.url),
    env: { ...process.env, PLUMGATE_DEMO: '0', TRUSTED_PROXIES: '127.0.0.1', ...environment },
  });
  started.add(server);
  let output = '';
  const ended = new Promise<number | null>((resolve) => server.on('exit', resolve));
  const ready = new Promise<void>((resolve, reject) => {
    const read = (chunk: Buffer) => {
      output += chunk.toString();
      if (output.includes('Plum Gate is ready')) resolve();
    };
    server.stdout.on('data', read);
    server.stderr.on('data', read);
    void ended.then(() => reject(new Error(`The server ended: ${output}`)));
  });
  ready.catch(() => {});
  return { process: server, output: () => output, ready, ended };
}

const hex = () => Math.floor(Math.random() * 0x10000).toString(16);

export type Server = Awaited<ReturnType<typeof startServer>>;

/** A request to a host that only the Host header names, as Node resolves no `*.localhost`. */
export function ask(to: {
  port: number;
  host?: string;
  path: string;
  method?: string;
  body?: string;
  headers?: Record<string, string>;
}): Promise<{ status: number; body: string; cookie: string }> {
  return new Promise((resolve, reject) => {
    const sent = request(
      {
        host: '127.0.0.1',
        port: to.port,
        path: to.path,
        method: to.method ?? 'GET',
        headers: {
          host: to.host ?? `localhost:${to.port}`,
          // Visitors come from everywhere: an address of the network for documentation (RFC 3849), another each time.
          'x-forwarded-for': `2001:db8:${hex()}:${hex()}::1`,
          ...to.headers,
          ...(to.body && { 'content-length': Buffer.byteLength(to.body) }),
        },
      },
      (answer) => {
        let body = '';
        answer.on('data', (chunk: Buffer) => (body += chunk.toString()));
        answer.on('end', () =>
          resolve({
            status: answer.statusCode ?? 0,
            body,
            cookie: (answer.headers['set-cookie'] ?? []).map((one) => one.split(';')[0]).join('; '),
          }),
        );
      },
    );
    sent.on('error', reject);
    sent.end(to.body);
  });
}
