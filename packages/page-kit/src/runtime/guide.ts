/**
 * Leads through a form: one part at a time, with what earlier answers hide left out. What was answered stays in the tab, so
 * that a reload or the way back loses nothing. Whether a part may be left is the server's to say, as it is of the whole.
 */
import { hiddenQuestions, type MayHide } from '@plumgate/core/forms/hidden-questions';

type Control = HTMLInputElement;

function guide(form: HTMLFormElement): void {
  const rules = JSON.parse(form.dataset.rules!) as MayHide[];
  const parts = [...form.querySelectorAll<HTMLElement>('[data-part]')];
  const press = form.querySelector<HTMLButtonElement>('[type=submit]')!;
  const sends = press.textContent;
  const way = wayOf(form, parts);
  const back = document.createElement('button');
  back.type = 'button';
  back.className = 'part-back';
  back.textContent = form.dataset.back!;
  const key = `answers ${location.pathname} ${form.id}`;
  let { at, isSent } = restore(form, key);

  const show = () => {
    hide(form, rules);
    const steps = parts.filter((part) => part.querySelector('.field:not([hidden])'));
    at = Math.max(0, Math.min(at, steps.length - 1));
    const isLast = at >= steps.length - 1;
    for (const part of parts) part.hidden = part !== steps[at];
    for (const end of form.querySelectorAll<HTMLElement>('[data-last]')) end.hidden = !isLast;
    if (isLast) delete form.dataset.checks;
    else form.dataset.checks = String(parts.indexOf(steps[at]!));
    press.textContent = isLast ? sends : form.dataset.next!;
    back.hidden = at === 0;
    way.show(at, steps.length);
    save(form, key, { at, isSent });
    return steps;
  };
  const go = (to: number) => {
    at = to;
    const part = show()[at]!;
    part.tabIndex = -1;
    part.focus({ preventScroll: true });
    if (form.getBoundingClientRect().top < 0) form.scrollIntoView();
  };

  if (parts.length > 1) press.before(back);
  back.addEventListener('click', () => go(at - 1));
  form.addEventListener('input', () => {
    isSent = false;
    show();
  });
  form.addEventListener('part-taken', () => go(at + 1));
  form.addEventListener('arrived', () => sessionStorage.removeItem(key));
  form.addEventListener('leaving', () => {
    isSent = true;
    save(form, key, { at, isSent });
  });
  form.addEventListener('refused', () => {
    const wrong = form.querySelector('[data-part]:has([aria-invalid=true])');
    const steps = show();
    if (wrong) at = steps.indexOf(wrong as HTMLElement);
    show();
  });
  show();
}

/** Where one is, above the first part: nothing where there is only one. */
function wayOf(form: HTMLFormElement, parts: HTMLElement[]) {
  const way = document.createElement('div');
  way.className = 'part-way';
  const words = document.createElement('span');
  words.role = 'status';
  const bar = document.createElement('progress');
  bar.ariaHidden = 'true';
  way.append(words, bar);
  if (parts.length > 1) parts[0]!.before(way);
  return {
    show: (at: number, count: number) => {
      way.hidden = count < 2;
      words.textContent = form.dataset
        .at!.replace('{part}', String(at + 1))
        .replace('{parts}', String(count));
      bar.max = count;
      bar.value = at + 1;
    },
  };
}

/** Hides what earlier answers say; what is hidden is not sent. */
function hide(form: HTMLFormElement, rules: MayHide[]): void {
  const hidden = hiddenQuestions(rules, (name) =>
    answersIn(form)
      .filter((answer) => answer.name === name)
      .map(({ value }) => value),
  );
  for (const one of form.querySelectorAll<HTMLElement>('[data-asks]')) {
    one.hidden = hidden.has(one.dataset.asks!);
    for (const control of one.querySelectorAll<Control>('input,select,textarea'))
      control.disabled = one.hidden;
  }
}

function controlsIn(form: HTMLFormElement): Control[] {
  return ([...form.elements] as Control[]).filter(({ name }) => name && !name.startsWith('_'));
}

function isBox({ type }: Control): boolean {
  return type === 'checkbox' || type === 'radio';
}

/** What is answered now, hidden answers too. */
function answersIn(form: HTMLFormElement): { name: string; value: string }[] {
  return controlsIn(form)
    .filter((control) => !isBox(control) || control.checked)
    .map(({ name, value }) => ({ name, value }));
}

/** What is kept of a form: the part that is open, the answers, and whether they have been sent. */
interface Kept {
  at: number;
  isSent: boolean;
  answers: { name: string; value: string }[];
}

function save(form: HTMLFormElement, key: string, kept: Omit<Kept, 'answers'>): void {
  try {
    sessionStorage.setItem(key, JSON.stringify({ ...kept, answers: answersIn(form) }));
  } catch {
    // A browser that keeps nothing: then a reload begins anew.
  }
}

const anew = { at: 0, isSent: false };

/**
 * Puts the answers of before into the form; gives the part that was open. Answers that were sent come back by the way back
 * and a reload alone: whoever opens the page anew in this tab may be somebody else.
 */
function restore(form: HTMLFormElement, key: string): Pick<Kept, 'at' | 'isSent'> {
  try {
    const { at, answers, isSent } = JSON.parse(sessionStorage.getItem(key)!) as Kept;
    const [opened] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
    if (isSent && opened?.type === 'navigate') {
      sessionStorage.removeItem(key);
      return anew;
    }
    for (const control of controlsIn(form)) {
      if (control.type === 'file') continue;
      const own = answers.filter(({ name }) => name === control.name);
      if (isBox(control)) control.checked = own.some(({ value }) => value === control.value);
      else if (own[0]) control.value = own[0].value;
    }
    return { at, isSent };
  } catch {
    return anew;
  }
}

for (const form of document.querySelectorAll<HTMLFormElement>('form[data-guided]')) guide(form);
