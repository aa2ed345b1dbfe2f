import type { NodeId, PictureRef, RichText } from '@plumgate/core/basics';
import type { EmailBlock, EmailPlace, EmailReading, Letterhead } from '@plumgate/core/emails';
import { createContext, useContext, type ReactNode } from 'react';

/** What an email needs to be drawn, besides its blocks. */
export interface EmailView {
  head: Letterhead;
  reading: EmailReading;
  /** The full address of a picture, at least so many pixels wide; null for one that is gone. */
  pictureSrc: (picture: PictureRef, width: number) => string | null;
  /** Ends such mail with one press; null where the email is not one of many, as about an account. */
  unsubscribe: string | null;
  /** Where whoever gets it chooses what comes; left out where there is nothing to choose. */
  preferences?: string | null;
  /** A picture of one point that tells when it is fetched; left out where nobody counts. */
  pixel?: string;
  /** Takes the place of the words while somebody writes them. */
  writing?: EmailWriting;
}

/** How an email is drawn for somebody who writes it. */
export interface EmailWriting {
  line: (id: NodeId, setting: string, words: string) => ReactNode;
  rich: (id: NodeId, text: RichText) => ReactNode;
  /** What stands where a picture is not chosen yet. */
  noPicture: ReactNode;
  /** A block with what surrounds it in the editor. */
  block: (block: EmailBlock, drawn: ReactNode) => ReactNode;
  /** What stands below the blocks of a list. */
  end: (place: EmailPlace, isEmpty: boolean) => ReactNode;
}

const Context = createContext<EmailView | null>(null);

export const EmailProvider = Context.Provider;

export function useEmail(): EmailView {
  const view = useContext(Context);
  if (!view) throw new Error('A block of an email is drawn outside of one.');
  return view;
}
