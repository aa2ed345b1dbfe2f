/**
 * Sends a form without leaving the page, so that nothing typed is lost on a bad line, and shows what is wrong beside
 * each answer. Without it the form posts as every form does.
 */
interface Refusal {
  problems: { field: string; message: string; known: boolean }[];
  /** The free times again, where the chosen one is gone. */
  times?: string;
}

/** What became of what was sent: where it leads, the words in its place, or the part that may be left. */
interface Taken {
  next?: string;
  message?: string;
  part?: number;
  /** The files of the form that are kept, by the names of their fields. */
  files?: Record<string, string>;
}

for (const form of document.querySelectorAll<HTMLFormElement>('form[data-form]')) {
  const once = form.elements.namedItem('_once') as HTMLInputElement;
  once.value = crypto.getRandomValues(new Uint32Array(4)).join('-');
  form.noValidate = true;
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    send(form).catch(() => {}); // it shows by itself what went wrong
  });
}

// A page that the browser kept and shows again by its back button is not on its way anywhere any more.
addEventListener('pageshow', (event) => {
  if (!event.persisted) return;
  for (const button of document.querySelectorAll('form[data-form] [type=submit]'))
    button.ariaBusy = null;
});

async function send(form: HTMLFormElement): Promise<void> {
  const button = form.querySelector<HTMLButtonElement>('[type=submit]')!;
  if (button.ariaBusy === 'true') return;
  let leaves = false;
  button.ariaBusy = 'true';
  clear(form);
  try {
    const answer = await fetch(form.action, {
      method: 'POST',
      headers: { accept: 'application/json' },
      body: bodyOf(form),
    });
    const body = (await answer.json()) as Partial<Refusal> & Taken;
    if (body.files) form.dispatchEvent(new CustomEvent('kept', { detail: body.files }));
    if (body.part !== undefined) return void form.dispatchEvent(new Event('part-taken'));
    if (body.next) {
      // Busy until the next page is there: a second press would send it again.
      leaves = true;
      form.dispatchEvent(new Event('leaving'));
      return location.assign(body.next);
    }
    if (body.message) return arrived(form, body.message);
    if (body.problems) return refuse(form, body.problems, body.times);
    throw new Error(String(answer.status));
  } catch {
    sayAbove(form, form.dataset.unsent!);
  } finally {
    if (!leaves) button.ariaBusy = null;
  }
}

/** What is sent: where files may be among it as RFC 7578 has them. */
function bodyOf(form: HTMLFormElement): FormData | URLSearchParams {
  const data = new FormData(form);
  data.set('_open', String(Math.round(performance.now())));
  data.set('_zone', Intl.DateTimeFormat().resolvedOptions().timeZone);
  // Of a form in parts, one that others follow is only looked at.
  if (form.dataset.checks) data.set('_part', form.dataset.checks);
  if (form.enctype.startsWith('multipart')) return data;
  return new URLSearchParams([...data].map(([name, value]) => [name, String(value)]));
}

function refuse(form: HTMLFormElement, problems: Refusal['problems'], times?: string): void {
  if (times) form.querySelector('[data-times]')!.outerHTML = times;
  const whole = problems.filter((problem) => !problem.known).map((problem) => problem.message);
  sayAbove(form, whole.join(' ') || form.dataset.marked!);
  for (const { field, message, known } of problems) {
    const named = form.elements.namedItem(field);
    // Of several boxes, what is wrong is said of them together.
    const isBox = !(named instanceof HTMLElement) || named.closest('.choices');
    const control = isBox
      ? form.querySelector(`.choices:has([name="${field}"]),[type=file][name="${field}"]`)
      : named;
    if (!known || !(control instanceof HTMLElement)) continue;
    const words = document.createElement('span');
    words.className = 'wrong';
    words.id = `${control.id}-wrong`;
    words.textContent = message;
    control.setAttribute('aria-invalid', 'true');
    control.setAttribute('aria-describedby', words.id);
    control.closest('.field')?.append(words);
  }
  for (const details of form.querySelectorAll('details:has([aria-invalid=true])'))
    details.setAttribute('open', '');
  form.dispatchEvent(new Event('refused'));
  form.querySelector<HTMLElement>('[aria-invalid=true]')?.focus();
}

function clear(form: HTMLFormElement): void {
  for (const old of form.querySelectorAll('.wrong,.form-wrong')) old.remove();
  for (const control of form.querySelectorAll('[aria-invalid]')) {
    control.removeAttribute('aria-invalid');
    control.removeAttribute('aria-describedby');
  }
}

function sayAbove(form: HTMLFormElement, message: string): void {
  const words = document.createElement('p');
  words.className = 'form-wrong';
  words.role = 'alert';
  words.textContent = message;
  (form.querySelector('[data-times],.field') ?? form.firstElementChild)?.before(words);
  if (form.dataset.calendar) words.scrollIntoView({ block: 'center' });
}

function arrived(form: HTMLFormElement, message: string): void {
  form.dispatchEvent(new Event('arrived'));
  const words = document.createElement('p');
  words.className = 'arrived';
  words.textContent = message;
  form.replaceChildren(words);
  words.tabIndex = -1;
  words.focus();
}
