import { isAbsolute } from 'node:path';
import { readConfig } from './config.ts';

it('has good defaults, and an absolute data folder', () => {
  const config = readConfig({});
  expect(config).toMatchObject({ port: 4310, host: '127.0.0.1', demo: false, sites: 'localhost' });
  expect(isAbsolute(config.dataFolder)).toBe(true);
});

it('reads proxies by commas', () => {
  expect(readConfig({ TRUSTED_PROXIES: '10.0.0.1,10.0.0.2' }).trustedProxies).toEqual([
    '10.0.0.1',
    '10.0.0.2',
  ]);
});

it.each([
  ['PORT', 'eighty'],
  ['PORT', '70000'],
  ['PLUMGATE_CLOCK', 'yesterday'],
  ['DATABASE_URL', 'mysql://localhost/x'],
  ['PLUMGATE_ORIGIN', 'app.example.com'],
  ['SMTP_URL', 'http://mail.example.com'],
  ['LOG_LEVEL', 'loud'],
])('names %s when it is %j', (name, value) => {
  expect(() => readConfig({ [name]: value })).toThrow(
    `The configuration is not right:\n  ${name}: `,
  );
});
