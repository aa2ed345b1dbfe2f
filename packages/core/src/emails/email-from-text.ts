import { prose } from '../basics/index.ts';
import type { Email } from './email.ts';
import type { EmailBlock } from './email-blocks.ts';
import type { EmailLink } from './email-link.ts';

/** A line that is nothing but a link: an address, or a merge field that is filled with one. */
const linkLine = /^(?:https?:\/\/[^\s<>"{}]+|\{\{-?\s*(?:links|booking|page)\.\w*\s*-?\}\})$/;
const linkFields = /^\{\{-?\s*(links\.\w+|booking\.change_link|page\.confirm_link)\s*-?\}\}$/;

/**
 * Plain words as an email: an empty line begins a new paragraph, and a line that is nothing but a link becomes a button.
 * Words in which merge code chooses between others stay in one piece, since each text of an email is filled by itself.
 */
export function emailFromText({ subject, body }: { subject: string; body: string }): Email {
  const blocks: EmailBlock[] = [];
  let words: string[] = [];
  const end = () => {
    const text = words.join('\n').trim();
    if (text) blocks.push({ id: `t${blocks.length}`, kind: 'text', text: prose(text) });
    words = [];
  };
  const whole = body.trim();
  if (whole.includes('{%')) {
    const runs = [{ text: whole, bold: false, italic: false, href: '' }];
    blocks.push({ id: 't0', kind: 'text', text: [{ kind: 'paragraph', runs }] });
  } else {
    for (const line of whole.split('\n')) {
      const link = linkLine.test(line.trim()) ? linkOf(line.trim()) : null;
      if (!link) {
        words.push(line);
        continue;
      }
      end();
      const id = `b${blocks.length}`;
      blocks.push({ id, kind: 'button', label: labelOf(line.trim()), link, align: 'left' });
    }
    end();
  }
  return { subject, preview: '', blocks };
}

function linkOf(line: string): EmailLink | null {
  const field = linkFields.exec(line)?.[1];
  if (field) return { kind: 'address', href: `{{ ${field} }}` };
  return line.startsWith('{{') || !URL.canParse(line) ? null : { kind: 'address', href: line };
}

/** What a press on it does, as far as the link says. */
function labelOf(line: string): string {
  const field = linkFields.exec(line)?.[1];
  if (field === 'booking.change_link') return 'Move or cancel';
  if (field === 'page.confirm_link') return 'Confirm';
  if (field) return `Open ${field.slice('links.'.length).replaceAll('_', ' ')}`;
  return `Open ${shortAddress(line)}`;
}

/** An address as people say it, `quayside-dental.test/first-visit`: long ones are cut, they never overflow. */
export function shortAddress(href: string): string {
  const { host, pathname } = new URL(href);
  const short = host + pathname.replace(/\/$/, '');
  return short.length <= 40 ? short : `${short.slice(0, 39)}…`;
}
