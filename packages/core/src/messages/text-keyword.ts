/**
 * Words that end texts. English: the means of revocation that 47 CFR 64.1200(a)(10) names, stop, quit, end, revoke,
 * opt out, cancel and unsubscribe (from memory), with the forms in use beside them. The other languages that pages speak:
 * common practice, no source.
 */
const stop = new Set([
  ...[
    'stop',
    'stopall',
    'stop all',
    'unsubscribe',
    'quit',
    'end',
    'cancel',
    'revoke',
    'opt out',
    'optout',
  ],
  ...['alto', 'parar', 'basta', 'cancelar', 'baja', 'darse de baja', 'no mas', 'fin'],
  ...['arret', 'arreter', 'stopper', 'desabonner', 'desinscrire', 'annuler'],
  ...['pare', 'sair', 'encerrar', 'remover', 'cancele'],
]);
const start = new Set([
  ...['start', 'unstop', 'yes start', 'opt in', 'optin', 'resume'],
  ...['comenzar', 'empezar', 'iniciar', 'reanudar'],
  ...['commencer', 'demarrer', 'reprendre'],
  ...['comecar', 'retomar'],
]);

/** Who asks what this is; common practice, no source. */
const help = new Set(['help', 'info', 'ayuda', 'aide', 'ajuda']);

/**
 * Whether a reply asks to end texts, to allow them, or who writes: the whole reply is one of the words, in any case, with or without
 * accents, quotes and punctuation around and within it. `"Opt-out."` in quotes is one, `Stop by on Friday` is none.
 */
export function textKeyword(reply: string): 'stop' | 'start' | 'help' | null {
  const words = reply
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
  if (stop.has(words)) return 'stop';
  if (start.has(words)) return 'start';
  return help.has(words) ? 'help' : null;
}
