import { emailCorrection } from '@plumgate/core/forms/email-correction';

/** Asks below an email address whether a common host was meant that it only resembles; one press puts that in. */
for (const input of document.querySelectorAll<HTMLInputElement>('form[data-form] [type=email]'))
  input.addEventListener('change', () => ask(input));

function ask(input: HTMLInputElement): void {
  const field = input.closest('.field')!;
  field.querySelector('.meant')?.parentElement!.remove();
  const meant = emailCorrection(input.value.trim());
  if (!meant) return;
  const press = document.createElement('button');
  press.type = 'button';
  press.className = 'meant';
  press.textContent = input.form!.dataset.meant!.replace('{email}', meant);
  press.addEventListener('click', () => {
    input.value = meant;
    input.focus();
    line.remove();
  });
  const line = document.createElement('div');
  line.role = 'status';
  field.append(line);
  line.append(press);
}
