import { EventEmitter } from 'node:events';
import { ProcessGuard } from './process-guard.ts';

function guarded() {
  const logged: { message: string; facts: object }[] = [];
  let ends = 0;
  let now = 0;
  const log = {
    error: (facts: object, message: string) => void logged.push({ message, facts }),
    info: () => {},
  };
  const events = new EventEmitter();
  const guard = new ProcessGuard(
    log,
    () => ends++,
    () => now,
  );
  guard.watch(events);
  return {
    guard,
    events,
    logged,
    ends: () => ends,
    pass: (ms: number) => {
      now += ms;
    },
  };
}

it('logs a rejection that nobody handled with its cause, counts it, and goes on', () => {
  const { guard, events, logged, ends } = guarded();
  const cause = new Error('forgotten');
  events.emit('unhandledRejection', cause);
  expect(logged).toEqual([{ message: 'unhandled rejection', facts: { err: cause, unhandled: 1 } }]);
  expect([guard.unhandled, ends()]).toEqual([1, 0]);
});

it('ends the process at twenty within a minute, not at twenty in an hour', () => {
  const slow = guarded();
  for (let count = 0; count < 20; count++) {
    slow.events.emit('unhandledRejection', new Error('one'));
    slow.pass(180_000);
  }
  expect(slow.ends()).toBe(0);
  const quick = guarded();
  for (let count = 0; count < 20; count++)
    quick.events.emit('unhandledRejection', new Error('one'));
  expect(quick.ends()).toBe(1);
});

it('ends the process at an exception that nobody caught', () => {
  const { events, ends } = guarded();
  events.emit('uncaughtException', new Error('out of place'));
  expect(ends()).toBe(1);
});
