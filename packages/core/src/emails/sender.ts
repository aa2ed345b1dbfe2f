import { z } from 'zod';
import { words } from '../basics/index.ts';

const address = z.union([
  z.literal(''),
  z.email('Give an email address such as hello@quayside-dental.test.').max(254),
]);

/** From whom emails come, as a client or a single message has it; what is empty is as usual. */
export const Sender = z.strictObject({
  name: words(80),
  /** Used once its domain is verified. */
  email: address,
  /** Where answers go instead of the inbox. */
  replyTo: address,
});
export type Sender = z.infer<typeof Sender>;

export const usualSender: Sender = { name: '', email: '', replyTo: '' };

/** From whom an email comes in the end. */
export interface ShownSender {
  name: string;
  address: string;
  /** Empty where answers go to the inbox. */
  replyTo: string;
  /** The domain that it is signed for; null where it comes from the installation's own address. */
  domain: string | null;
  /** The address that was asked for and can't be used yet: its domain is not verified. */
  notYet: string | null;
}

/** The domain of an address, as DNS has it. */
export const mailDomain = (email: string): string => email.split('@').at(-1)!.toLowerCase();

/**
 * Who an email comes from: as the message says, else as the client does, else the client's name at the installation's
 * address, which also stands in for an address whose domain is not verified: a receiver would not believe it.
 */
export function senderOf({
  client,
  own,
  message = usualSender,
  verified,
  installation,
}: {
  /** The client's name. */
  client: string;
  own: Sender;
  message?: Sender | undefined;
  /** The client's domains that are verified. */
  verified: readonly string[];
  /** The installation's own address. */
  installation: string;
}): ShownSender {
  const wanted = message.email || own.email;
  const domain = wanted ? mailDomain(wanted) : null;
  const isUsable = domain !== null && verified.includes(domain);
  return {
    name: message.name || own.name || client,
    address: isUsable ? wanted : installation,
    replyTo: message.replyTo || own.replyTo,
    domain: isUsable ? domain : null,
    notYet: wanted && !isUsable ? wanted : null,
  };
}
