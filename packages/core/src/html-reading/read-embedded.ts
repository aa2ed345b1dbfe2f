import type { Element } from 'domhandler';
import { newBlock } from '../page/index.ts';
import type { ElementReader, Item } from './element-reader.ts';
import { formFromHtml } from './form-from-html.ts';

export function formItems(reader: ElementReader, element: Element): Item[] {
  const read = formFromHtml(reader.$, element, reader.making.part);
  if (!read) {
    const isSearch =
      reader.$(element).find('input[type="search"], [name="s"], [name="q"]').length > 0;
    reader.notes.add(
      isSearch ? 'A search box was left out.' : 'A form without questions was left out.',
    );
    return [];
  }
  for (const note of read.notes) reader.notes.add(note);
  const formId = reader.making.form();
  reader.forms[formId] = read.definition;
  const title = reader.words(reader.$(element).find('legend, h1, h2, h3, h4').first().text(), 200);
  return [
    reader.item(element, newBlock('form', reader.making.part(), { formId, title, intro: '' })),
  ];
}

export function frameItems(reader: ElementReader, element: Element): Item[] {
  const href = reader.linkTo(element.attribs['src'] ?? '');
  const title = reader.words(element.attribs['title'] ?? '', 120);
  if (/\bmaps?\b/i.test(href)) {
    reader.notes.add('A map was replaced by one of the client’s address.');
    return [reader.item(element, newBlock('map', reader.making.part()))];
  }
  if (!href.startsWith('https://')) {
    reader.notes.add('An embedded page was left out.');
    return [];
  }
  reader.notes.add(
    `What is embedded from ${new URL(href).host} became a video: check that it is one.`,
  );
  const source = { from: 'address', href } as const;
  return [
    reader.item(
      element,
      newBlock('video', reader.making.part(), { source, ...(title && { title }) }),
    ),
  ];
}

export function filmItems(reader: ElementReader, element: Element): Item[] {
  reader.notes.add('A film was left out: add it as a file, in a video block.');
  return [reader.item(element, newBlock('video', reader.making.part(), { title: 'Watch' }))];
}

export function menuItems(reader: ElementReader, element: Element): Item[] {
  const labels = reader
    .$(element)
    .find('a')
    .toArray()
    .map((link) => reader.words(reader.$(link).text(), 40))
    .filter(Boolean);
  if (labels.length > 0) reader.notes.add(`A menu was left out: ${labels.slice(0, 8).join(', ')}.`);
  return [];
}
