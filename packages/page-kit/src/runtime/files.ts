/**
 * Files that were sent are kept by the server while the form is filled in: they stand in a hidden field as it gave them, one
 * in each line, with their names above the field and a way to leave them out. So none is sent twice.
 */
for (const form of document.querySelectorAll<HTMLFormElement>('form[data-form]')) {
  form.addEventListener('kept', (event) => {
    const files = (event as CustomEvent<Record<string, string>>).detail;
    for (const [name, text] of Object.entries(files)) {
      const kept = form.querySelector<HTMLInputElement>(`[data-kept][name="${name}"]`);
      if (!kept) continue;
      if (text) form.querySelector<HTMLInputElement>(`[type=file][name="${name}"]`)!.value = '';
      keep(kept, text);
    }
  });
  for (const kept of form.querySelectorAll<HTMLInputElement>('[data-kept]')) keep(kept, kept.value);
}

function keep(kept: HTMLInputElement, text: string): void {
  kept.value = text;
  const lines = text.split('\n').filter(Boolean);
  kept.nextElementSibling!.replaceChildren(
    ...lines.map((line) => {
      const { name } = JSON.parse(line) as { name: string };
      const item = document.createElement('li');
      const button = document.createElement('button');
      button.type = 'button';
      button.textContent = kept.dataset.remove!;
      button.ariaLabel = `${kept.dataset.remove} ${name}`;
      button.addEventListener('click', () => {
        keep(kept, lines.filter((other) => other !== line).join('\n'));
        kept.dispatchEvent(new Event('input', { bubbles: true }));
      });
      item.append(name, button);
      return item;
    }),
  );
}
