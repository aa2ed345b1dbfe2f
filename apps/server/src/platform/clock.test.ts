import { Temporal } from 'temporal-polyfill';
import { Clock, MovableClock } from './clock.ts';

const at = (text: string) => Temporal.Instant.from(text);
class HandClock extends Clock {
  constructor(public time: Temporal.Instant) {
    super();
  }
  now() {
    return this.time;
  }
}

it('stands still until it is moved, and never goes back', () => {
  const clock = new MovableClock(at('2026-11-05T14:12:00Z'), false);
  clock.moveTo(at('2026-11-06T14:12:00Z'));
  clock.moveTo(at('2026-11-01T00:00:00Z'));
  expect(clock.now().toString()).toBe('2026-11-06T14:12:00Z');
});

it('runs on from where it was put', () => {
  const system = new HandClock(at('2030-01-01T00:00:00Z'));
  const clock = new MovableClock(at('2026-11-05T14:12:00Z'), true, system);
  system.time = at('2030-01-01T00:05:00Z');
  expect(clock.now().toString()).toBe('2026-11-05T14:17:00Z');
  clock.moveTo(at('2026-11-06T00:00:00Z'));
  system.time = at('2030-01-01T00:06:00Z');
  expect(clock.now().toString()).toBe('2026-11-06T00:01:00Z');
});

it('can be put anywhere only while it stands still', () => {
  const clock = new MovableClock(at('2026-11-05T14:12:00Z'), false);
  clock.resetTo(at('2026-09-06T14:12:00Z'));
  expect(clock.now().toString()).toBe('2026-09-06T14:12:00Z');
  clock.run();
  expect(() => clock.resetTo(at('2026-01-01T00:00:00Z'))).toThrow('only moves forward');
});
