import { closest, distance } from 'fastest-levenshtein';

/**
 * Hosts that many people have their mail at, in the countries whose languages pages speak; an address at one of them is
 * never questioned. Common practice, no source.
 */
const mailHosts = [
  ...['gmail.com', 'googlemail.com', 'yahoo.com', 'ymail.com', 'rocketmail.com', 'aol.com'],
  ...['outlook.com', 'hotmail.com', 'live.com', 'msn.com', 'icloud.com', 'me.com', 'mac.com'],
  ...[
    'mail.com',
    'email.com',
    'gmx.com',
    'zoho.com',
    'fastmail.com',
    'protonmail.com',
    'proton.me',
  ],
  ...['comcast.net', 'verizon.net', 'att.net', 'sbcglobal.net', 'bellsouth.net', 'cox.net'],
  ...['charter.net', 'earthlink.net', 'optonline.net', 'roadrunner.com', 'myfairpoint.net'],
  ...['hotmail.co.uk', 'yahoo.co.uk', 'live.co.uk', 'btinternet.com', 'yahoo.ca', 'rogers.com'],
  ...['hotmail.fr', 'yahoo.fr', 'live.fr', 'orange.fr', 'wanadoo.fr', 'free.fr', 'laposte.net'],
  ...['yahoo.de', 'hotmail.de', 'yahoo.it', 'hotmail.it', 'yahoo.com.au', 'hotmail.com.br'],
  ...[
    'hotmail.es',
    'yahoo.es',
    'yahoo.com.ar',
    'yahoo.com.mx',
    'yahoo.com.br',
    'uol.com.br',
    'bol.com.br',
  ],
];

/** Two letters in the wrong order are two slips. */
const mostSlips = 2;
/** Shorter names are too much like those of businesses: `we.com` is not `me.com` misspelled. */
const shortestSuggested = 'gmail.com'.length;
const suggested = mailHosts.filter(({ length }) => length >= shortestSuggested);

/**
 * What an address was probably meant to be where its host is one that many people use, misspelled: `ana@gmial.com` gives
 * `ana@gmail.com`. Null for any other address; it is a question to its writer, never a refusal.
 */
export function emailCorrection(email: string): string | null {
  const at = email.lastIndexOf('@');
  const host = email
    .slice(at + 1)
    .trim()
    .toLowerCase();
  if (at < 1 || host === '' || mailHosts.includes(host)) return null;
  const meant = closest(host, suggested);
  return distance(host, meant) <= mostSlips ? `${email.slice(0, at)}@${meant}` : null;
}
