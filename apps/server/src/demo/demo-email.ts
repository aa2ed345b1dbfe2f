import { prose } from '@plumgate/core/basics';
import {
  bookingLink,
  newEmailBlock,
  type Email,
  type EmailBlock,
  type EmailLink,
} from '@plumgate/core/emails';

type WithoutId = (id: string) => EmailBlock;

export const words =
  (text: string): WithoutId =>
  (id) =>
    ({ ...newEmailBlock('text', id), text: prose(text) }) as EmailBlock;

export const title =
  (text: string): WithoutId =>
  (id) =>
    ({ ...newEmailBlock('heading', id), text }) as EmailBlock;

export const press =
  (label: string, link: EmailLink): WithoutId =>
  (id) =>
    ({ ...newEmailBlock('button', id), label, link }) as EmailBlock;

export const moveOrCancel = press('Move or cancel', bookingLink);

/** An email of the demo's clients. */
export const demoEmail = (subject: string, preview: string, ...blocks: WithoutId[]): Email => ({
  subject,
  preview,
  blocks: blocks.map((block, index) => block(`b${index + 1}`)),
});
