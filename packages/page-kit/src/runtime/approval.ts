/**
 * On an approval page: shows where remarks are pinned on the draft, and pins the next one where the draft is pressed. The
 * draft is in a frame of the same host whose own scripts do not run.
 */
interface Pin {
  number: number | string;
  band: string;
  x: number;
  y: number;
}
const frame = document.querySelector<HTMLIFrameElement>('iframe[data-approval]');
const form = document.querySelector<HTMLFormElement>('.approval form');
const about = document.querySelector('#about');

function put(inner: Document, { number, band, x, y }: Pin, id = ''): void {
  const place = inner.getElementById(band);
  if (!place) return;
  if (id) inner.getElementById(id)?.remove();
  const pin = inner.createElement('b');
  pin.id = id;
  pin.textContent = String(number);
  pin.style.cssText = `position:absolute;z-index:9;left:${x * 100}%;top:${y * 100}%;transform:translate(-50%,-50%);min-width:26px;padding:2px 6px;border-radius:13px;background:#7a2e62;color:#fff;font:700 14px/22px system-ui;text-align:center;box-shadow:0 0 0 2px #fff`;
  place.append(pin);
}

function ready(inner: Document): void {
  for (const pin of JSON.parse(frame!.dataset.pins ?? '[]') as Pin[]) put(inner, pin);
  inner.addEventListener('click', (event) => {
    event.preventDefault();
    const place = (event.target as Element).closest<HTMLElement>('section[id]');
    if (!place || !form) return;
    const box = place.getBoundingClientRect();
    const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
    const fields = form.elements as unknown as Record<string, HTMLInputElement>;
    fields.band!.value = place.id;
    fields.x!.value = x.toFixed(4);
    fields.y!.value = y.toFixed(4);
    put(inner, { number: '+', band: place.id, x, y }, 'new-pin');
    if (about) about.textContent = 'About the place you pressed';
    fields.words!.focus();
  });
}

if (frame) {
  let done: Document | null = null;
  const now = () => {
    const inner = frame.contentDocument;
    if (!inner || inner === done || inner.URL === 'about:blank') return;
    done = inner;
    ready(inner);
  };
  if (frame.contentDocument?.readyState === 'complete') now();
  frame.addEventListener('load', now);
}
