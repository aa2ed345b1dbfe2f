/** An expected success or failure as a value. Misuse throws; what a person may do wrong comes back as a problem. */
export type Outcome<Value, Problem> = { ok: true; value: Value } | { ok: false; problem: Problem };

export const done = <Value>(value: Value): { ok: true; value: Value } => ({ ok: true, value });
export const failed = <Problem>(problem: Problem): { ok: false; problem: Problem } => ({
  ok: false,
  problem,
});

/** Closes a switch over a union: the compiler objects when a case is missing. */
export function unreachable(value: never): never {
  throw new Error(`Not a known case: ${JSON.stringify(value)}`);
}
