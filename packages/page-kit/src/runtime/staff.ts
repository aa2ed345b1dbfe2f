/** Shows the free times of the person and the place that a visitor chose, and no others. Without it the server says which are not theirs. */
for (const form of document.querySelectorAll<HTMLFormElement>('form[data-calendar]')) {
  form.addEventListener('change', ({ target }) => {
    if ((target as Element).matches('.pick select')) show(form);
  });
  show(form);
}

function show(form: HTMLFormElement): void {
  const wishes = [...form.querySelectorAll<HTMLOptionElement>('.pick option:checked')]
    .map(({ dataset }) => dataset.staff)
    .filter((staff) => staff !== undefined)
    .map((staff) => staff.split(' '));
  for (const chip of form.querySelectorAll<HTMLElement>('.chips [data-staff]')) {
    const able = chip.dataset.staff!.split(' ');
    chip.hidden = !able.some((one) => wishes.every((wish) => wish.includes(one)));
    if (chip.hidden) chip.querySelector('input')!.checked = false;
  }
  for (const day of form.querySelectorAll<HTMLElement>('.times details'))
    day.hidden = !day.querySelector('.chips label:not([hidden])');
}
