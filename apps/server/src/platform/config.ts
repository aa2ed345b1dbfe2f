import { join, resolve } from 'node:path';
import { getDomain } from 'tldts';
import { z } from 'zod';
import { InstantText } from '@plumgate/core/basics';

const flag = z
  .enum(['0', '1', 'true', 'false'])
  .default('0')
  .transform((text) => text === '1' || text === 'true');

const Environment = z.object({
  PORT: z.coerce.number().int().min(0).max(65535).default(4310),
  HOST: z.string().default('127.0.0.1'),
  PLUMGATE_DATA: z.string().min(1).default('data'),
  /** Where files lie that are not rows; several processes on one database share it. Without it, in the data folder. */
  FILES_FOLDER: z.string().min(1).optional(),
  PLUMGATE_DEMO: flag,
  PLUMGATE_CLOCK: InstantText.optional(),
  DATABASE_URL: z.url({ protocol: /^postgres(ql)?$/ }).optional(),
  /** Where people reach the app, when that is not this machine; decides on secure cookies. */
  PLUMGATE_ORIGIN: z.url({ protocol: /^https?$/ }).optional(),
  /** The host under which each client has a local address: `<client>.localhost`. */
  PLUMGATE_SITES: z.string().default('localhost'),
  /** The mail server; without one, mail goes to the post room that ships with the program. */
  SMTP_URL: z.url({ protocol: /^smtps?$/ }).optional(),
  /** The text gateway; without one, texts go to the post room that ships with the program. */
  TEXT_URL: z.url({ protocol: /^https?$/ }).optional(),
  /** What the text gateway signs its webhooks with (Standard Webhooks). */
  TEXT_SECRET: z.string().optional(),
  /** What the gateway charges for one part of a text, as 0.0079 USD. */
  TEXT_PRICE: z
    .string()
    .regex(/^\d+(\.\d{1,6})? [A-Z]{3}$/, 'Give an amount and a currency, such as 0.0079 USD.')
    .optional(),
  MAIL_SECRET: z.string().optional(),
  /** Where addresses are looked up: `GET <url>?q=<address>` answers GeoJSON. Without one, a stand-in invents places. */
  PLACES_URL: z.url({ protocol: /^https?$/ }).optional(),
  /** Where the squares of maps come from, with {z}, {x} and {y}; without it, drawn ones that ship with the program. */
  TILES_URL: z
    .url({ protocol: /^https$/ })
    .refine((url) => ['{z}', '{x}', '{y}'].every((part) => url.includes(part)))
    .optional(),
  /** The resolver that clients' records are looked up with, as 9.9.9.9 or 127.0.0.1:5353; without one, the DNS stand-in that ships with the program. */
  DNS_SERVER: z.string().max(100).optional(),
  /** Where clients' own hosts have to lead: a name with a wildcard below it, and its address. */
  PLUMGATE_TARGET: z.string().max(200).default('pages.plumgate.test'),
  PLUMGATE_TARGET_IP: z.ipv4().default('203.0.113.7'),
  MAIL_FROM: z.email().default('post@plumgate.test'),
  /** The domain of the addresses that answers to messages go to; without one, and with a mail server, they go to the client's own. */
  REPLY_DOMAIN: z.string().max(200).optional(),
  /** Where mail to that domain is taken in by SMTP, as 0.0.0.0:25. */
  MAIL_IN: z
    .string()
    .regex(/^[^\s:]+:\d{1,5}$/, 'Give a host and a port, such as 0.0.0.0:25.')
    .optional(),
  /** Private addresses that the program may call all the same, `host:port` each, by commas. */
  OUTBOUND_ALLOWED: z.string().default(''),
  TRUSTED_PROXIES: z.string().default(''),
  LOG_LEVEL: z.enum(['debug', 'info', 'warn', 'error', 'silent']).default('warn'),
});

export interface Config {
  port: number;
  host: string;
  dataFolder: string;
  filesFolder: string;
  demo: boolean;
  clockStart: string | undefined;
  databaseUrl: string | undefined;
  origin: string | undefined;
  sites: string;
  smtpUrl: string | undefined;
  textUrl: string | undefined;
  textSecret: string | undefined;
  /** In whole units of the currency; null where it is not known. */
  textPrice: { amount: number; currency: string } | null;
  mailSecret: string | undefined;
  placesUrl: string | undefined;
  tilesUrl: string | undefined;
  dnsServer: string | undefined;
  target: { name: string; ip: string };
  mailFrom: string;
  /** Null where answers go to clients' own addresses. */
  replyDomain: string | null;
  /** Null where no mail is taken in by SMTP. */
  mailIn: { host: string; port: number } | null;
  outboundAllowed: ReadonlySet<string>;
  trustedProxies: string[];
  logLevel: string;
}
/** The name under which the configuration is injected. */
export const CONFIG = Symbol('configuration');

/** Reads the configuration from the environment; throws one readable sentence for each thing that is wrong. */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const read = Environment.safeParse(environment);
  if (!read.success) throw new ConfigError(read.error);
  const given = read.data;
  return {
    port: given.PORT,
    host: given.HOST,
    dataFolder: resolve(given.PLUMGATE_DATA),
    filesFolder: resolve(given.FILES_FOLDER ?? join(given.PLUMGATE_DATA, 'files')),
    demo: given.PLUMGATE_DEMO,
    clockStart: given.PLUMGATE_CLOCK,
    databaseUrl: given.DATABASE_URL,
    origin: given.PLUMGATE_ORIGIN,
    sites: given.PLUMGATE_SITES,
    smtpUrl: given.SMTP_URL,
    textUrl: given.TEXT_URL,
    textSecret: given.TEXT_SECRET,
    textPrice: priceIn(given.TEXT_PRICE ?? (given.PLUMGATE_DEMO ? demoTextPrice : undefined)),
    mailSecret: given.MAIL_SECRET,
    placesUrl: given.PLACES_URL,
    tilesUrl: given.TILES_URL,
    dnsServer: given.DNS_SERVER,
    target: { name: given.PLUMGATE_TARGET, ip: given.PLUMGATE_TARGET_IP },
    mailFrom: given.MAIL_FROM,
    ...mailInOf(given),
    outboundAllowed: new Set(given.OUTBOUND_ALLOWED.split(',').filter(Boolean)),
    trustedProxies: given.TRUSTED_PROXIES.split(',').filter(Boolean),
    logLevel: given.LOG_LEVEL,
  };
}

/** Made up: the built-in gateway is free. */
const demoTextPrice = '0.008 USD';

function priceIn(text: string | undefined): Config['textPrice'] {
  if (!text) return null;
  const [amount, currency] = text.split(' ');
  return { amount: Number(amount), currency: currency! };
}

/** Without a mail server of its own the program takes in what the built-in one delivers. */
function mailInOf({
  SMTP_URL,
  MAIL_FROM,
  REPLY_DOMAIN,
  MAIL_IN,
}: z.infer<typeof Environment>): Pick<Config, 'replyDomain' | 'mailIn'> {
  const [host, port] = MAIL_IN?.split(':') ?? ['127.0.0.1', '0'];
  return {
    replyDomain: REPLY_DOMAIN?.toLowerCase() ?? (SMTP_URL ? null : MAIL_FROM.split('@')[1]!),
    mailIn: SMTP_URL && !MAIL_IN ? null : { host: host!, port: Number(port) },
  };
}

/** What works and is unwise, in sentences for anyone who starts the program. */
export function warningsOf({ origin, sites }: Pick<Config, 'origin' | 'sites'>): string[] {
  if (!origin) return [];
  const app = getDomain(new URL(origin).hostname, { allowPrivateDomains: true });
  const pages = getDomain(sites, { allowPrivateDomains: true });
  if (app === null || app !== pages) return [];
  return [
    `The app (PLUMGATE_ORIGIN) and clients' pages (PLUMGATE_SITES) share the domain ${app}. Give them separate domains: code of your own on a page could otherwise set cookies for the app.`,
  ];
}

export class ConfigError extends Error {
  constructor(error: z.ZodError) {
    super(
      ['The configuration is not right:']
        .concat(error.issues.map((issue) => `  ${issue.path.join('.')}: ${issue.message}`))
        .join('\n'),
    );
  }
}
