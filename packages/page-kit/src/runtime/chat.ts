/**
 * Keeps whoever writes in a chat box on the page, and shows what is answered while they look at it. Who they are is kept
 * as long as the tab is open, on whichever of the client's pages they are, and no longer: a browser may be shared.
 */
interface Line {
  words: string;
  /** Who of the business wrote it; empty for the visitor. */
  by: string;
}

interface Told {
  lines?: Line[];
  problems?: { field: string; message: string }[];
}

/** The visitor as the tab remembers them; `chat` is what only this browser knows. */
interface Known {
  chat: string;
  name: string;
  email: string;
}

const place = 'chat';
const soon = 4_000;
const later = 15_000;
/** How long after the last word on either side answers are asked for often. */
const lively = 120_000;

const random = () => crypto.getRandomValues(new Uint32Array(4)).join('-');

function known(): Known | null {
  try {
    return JSON.parse(sessionStorage.getItem(place) ?? 'null') as Known | null;
  } catch {
    return null;
  }
}

function remember(who: Known | null): void {
  try {
    if (who) sessionStorage.setItem(place, JSON.stringify(who));
    else sessionStorage.removeItem(place);
  } catch {
    // Without a store each page begins anew.
  }
}

for (const form of document.querySelectorAll<HTMLFormElement>('form[data-chat]')) begin(form);

function begin(form: HTMLFormElement): void {
  const box = form.closest('details')!;
  const list = box.querySelector('ol')!;
  const field = (name: string) => form.elements.namedItem(name) as HTMLInputElement;
  let who = known();
  let lastWord = 0;
  let timer: number | undefined;

  /** Shown anew only when something came: a screen reader speaks what is added. */
  function show(lines: Line[]): void {
    const from = list.children.length;
    for (const { words, by } of lines.slice(from)) {
      const item = document.createElement('li');
      const name = document.createElement('b');
      name.textContent = by || form.dataset.you!;
      if (!by) item.className = 'mine';
      item.append(name, words);
      list.append(item);
    }
    if (lines.length <= from) return;
    lastWord = performance.now();
    if (lines.slice(from).some(({ by }) => by)) {
      box.open = true;
      form.querySelector('.said')?.remove();
    }
    list.lastElementChild!.scrollIntoView({ block: 'nearest' });
  }

  function fill(): void {
    form.querySelector<HTMLElement>('.chat-who')!.hidden = who !== null;
    field('_chat').value = who?.chat ?? random();
    field('_once').value = random();
    if (!who) return;
    field('name').value = who.name;
    field('email').value = who.email;
  }

  /** Asks for answers, and again after a while, as long as somebody looks at the page. */
  function ask(): void {
    clearTimeout(timer);
    if (!who || document.hidden) return;
    const again = () => {
      const isLively = performance.now() - lastWord < lively;
      timer = window.setTimeout(ask, isLively ? soon : later);
    };
    news(who.chat).then(again, again);
  }

  async function news(chat: string): Promise<void> {
    const answer = await fetch('/~/chat', {
      method: 'POST',
      body: new URLSearchParams({ _chat: chat }),
    });
    if (answer.ok) return show(((await answer.json()) as Told).lines ?? []);
    if (answer.status !== 404) return;
    // It is not there any more: the next message begins another.
    remember((who = null));
    list.replaceChildren();
    fill();
  }

  async function send(): Promise<void> {
    const button = form.querySelector<HTMLButtonElement>('.press')!;
    if (button.ariaBusy === 'true') return;
    button.ariaBusy = 'true';
    clear(form);
    try {
      const answer = await fetch(form.action, {
        method: 'POST',
        headers: { accept: 'application/json' },
        body: new URLSearchParams(
          [...new FormData(form)].map(([name, value]) => [name, String(value)]),
        ),
      });
      const { lines, problems } = (await answer.json()) as Told;
      if (problems) return refuse(form, problems);
      if (!lines) throw new Error(String(answer.status));
      who = {
        chat: field('_chat').value,
        name: field('name').value,
        email: field('email').value,
      };
      remember(who);
      field('message').value = '';
      fill();
      if (list.children.length === 0) say(form, 'said', form.dataset.arrived!);
      show(lines);
      ask();
    } catch {
      say(form, 'form-wrong', form.dataset.unsent!);
    } finally {
      button.ariaBusy = null;
    }
  }

  form.noValidate = true;
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    send().catch(() => {}); // it shows by itself what went wrong
  });
  form.addEventListener('keydown', (event) => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) form.requestSubmit();
  });
  document.addEventListener('visibilitychange', ask);
  fill();
  ask();
}

function clear(form: HTMLFormElement): void {
  for (const old of form.querySelectorAll('.wrong,.form-wrong,.said')) old.remove();
  for (const field of form.querySelectorAll('[aria-invalid]'))
    field.removeAttribute('aria-invalid');
}

function say(form: HTMLFormElement, name: 'said' | 'form-wrong', message: string): void {
  const words = document.createElement('p');
  words.className = name;
  words.role = name === 'said' ? 'status' : 'alert';
  words.textContent = message;
  form.prepend(words);
}

function refuse(form: HTMLFormElement, problems: NonNullable<Told['problems']>): void {
  for (const { field, message } of problems) {
    const control = form.elements.namedItem(field);
    if (!(control instanceof HTMLElement)) {
      say(form, 'form-wrong', message);
      continue;
    }
    const words = document.createElement('span');
    words.className = 'wrong';
    words.role = 'alert';
    words.textContent = message;
    control.setAttribute('aria-invalid', 'true');
    control.closest('.field')!.append(words);
    // Who they are comes into sight again where it is that.
    form.querySelector<HTMLElement>('.chat-who:has([aria-invalid])')?.removeAttribute('hidden');
  }
  form.querySelector<HTMLElement>('[aria-invalid]')?.focus();
}
