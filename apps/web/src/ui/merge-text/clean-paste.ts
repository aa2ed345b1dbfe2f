/**
 * Pasted markup without what word processors and web pages wrap around the words: comments, styles, and lists that are
 * written as paragraphs with a bullet in them. What remains is read by the text editor's schema, which knows only
 * paragraphs, lists, bold, italic and links.
 */
export function cleanPaste(html: string): string {
  const page = new DOMParser().parseFromString(html, 'text/html');
  for (const element of page.querySelectorAll('style,script,meta,link,title,xml,o\\:p'))
    element.remove();
  const comments = page.createTreeWalker(page.body, NodeFilter.SHOW_COMMENT);
  const found: Node[] = [];
  while (comments.nextNode()) found.push(comments.currentNode);
  for (const comment of found) comment.parentNode?.removeChild(comment);
  for (const paragraph of page.querySelectorAll<HTMLElement>('p')) {
    const style = paragraph.getAttribute('style') ?? '';
    if (!/mso-list/i.test(style)) continue;
    const marker = paragraph.querySelector(
      '[style*="mso-list:Ignore" i],[style*="mso-list: Ignore" i]',
    );
    const isNumbered = /^\s*\w+[.)]/.test(marker?.textContent ?? '');
    marker?.remove();
    const item = page.createElement('li');
    item.append(...paragraph.childNodes);
    const before = paragraph.previousElementSibling;
    const list = before?.matches('[data-pasted]')
      ? before
      : page.createElement(isNumbered ? 'ol' : 'ul');
    list.setAttribute('data-pasted', '');
    list.append(item);
    if (list === before) paragraph.remove();
    else paragraph.replaceWith(list);
  }
  // A heading's weight is the block's matter; its words come as a paragraph.
  for (const heavy of page.querySelectorAll<HTMLElement>(
    'b[style*="font-weight:normal" i],b[style*="font-weight: normal" i]',
  ))
    heavy.replaceWith(...heavy.childNodes);
  return page.body.innerHTML;
}
