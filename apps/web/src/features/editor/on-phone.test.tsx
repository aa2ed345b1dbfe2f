import { openFrames } from './moving/on-screen.ts';
import { measuredOnPhone } from './on-phone.ts';

function phoneWith(inside: string): Document {
  const frame = document.createElement('iframe');
  document.body.append(frame);
  const inner = frame.contentDocument!;
  inner.body.innerHTML = `<main><section data-part="band">${inside}</section></main>`;
  openFrames.add(inner);
  return inner;
}
afterEach(() => openFrames.clear());

it('finds words that are too small, and lets what a band is drawn by off', () => {
  phoneWith('<p style="font-size:17px">Read me</p><div data-handle style="font-size:12px">↕</div>');
  expect(measuredOnPhone()?.smallWords).toEqual([]);
  openFrames.clear();
  phoneWith('<p data-part="line" style="font-size:12px">Hard to read</p>');
  expect(measuredOnPhone()?.smallWords).toEqual(['line']);
});

it('measures nothing while no view is open', () => expect(measuredOnPhone()).toBeNull());
