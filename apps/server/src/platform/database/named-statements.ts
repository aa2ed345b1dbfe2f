import type { PoolClient } from 'pg';

/** As many as one connection keeps; each takes some tens of kilobytes on the server. */
const mostNamed = 300;
/** How often a statement has been seen before it gets a name. */
const seenBefore = 2;

/**
 * Gives the statements that a connection sends again and again a name, so that the server reads and plans each of them once
 * (a lead's intake takes a third less time so). Lists that are searched, or cut to a number of rows, are planned by their
 * values each time: one plan for all of them would be a bad one for some.
 */
export function nameStatements(client: PoolClient): void {
  const seen = new Map<string, number>();
  const names = new Map<string, string>();
  const query = client.query.bind(client) as (...given: unknown[]) => unknown;
  client.query = ((config: unknown, ...rest: unknown[]) =>
    query(
      isStatement(config) ? { ...config, name: nameOf(config.text) } : config,
      ...rest,
    )) as never;

  function nameOf(text: string): string | undefined {
    const known = names.get(text);
    if (known || names.size >= mostNamed || !mayBeNamed(text)) return known;
    const times = (seen.get(text) ?? 0) + 1;
    if (times <= seenBefore) {
      if (seen.size >= mostNamed * 4) seen.clear();
      seen.set(text, times);
      return undefined;
    }
    seen.delete(text);
    const name = `s${names.size}`;
    names.set(text, name);
    return name;
  }
}

interface Statement {
  text: string;
  name?: string;
}

const isStatement = (config: unknown): config is Statement =>
  typeof config === 'object' &&
  config !== null &&
  typeof (config as Statement).text === 'string' &&
  (config as Statement).name === undefined;

const mayBeNamed = (text: string): boolean =>
  text.length < 20_000 && text.includes('$1') && !/ (?:like|limit) /i.test(text);
