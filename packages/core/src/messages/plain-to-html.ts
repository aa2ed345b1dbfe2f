const entities: Record<string, string> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/** Text as HTML shows it: markup in an answer stays visible text. */
export function escapeHtml(text: string): string {
  return text.replace(/[&<>"']/g, (character) => entities[character]!);
}

/** One line, for subjects and names in mail headers. */
export const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();

/**
 * A plain message as simple HTML: blank lines part paragraphs, single ones break the line, and http addresses become
 * links. Everything else is escaped.
 */
export function plainToHtml(text: string): string {
  return text
    .trim()
    .split(/\n\s*\n/)
    .map((paragraph) => `<p>${linked(paragraph).replaceAll('\n', '<br>')}</p>`)
    .join('\n');
}

function linked(paragraph: string): string {
  return paragraph
    .split(/(https?:\/\/[^\s<>"]+[^\s<>".,;:!?)])/)
    .map((part, index) => {
      const escaped = escapeHtml(part);
      return index % 2 === 1 ? `<a href="${escaped}">${escaped}</a>` : escaped;
    })
    .join('');
}
