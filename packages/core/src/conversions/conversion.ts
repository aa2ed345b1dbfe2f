import { z } from 'zod';
import {
  CalendarId,
  Cents,
  documentFormat,
  FileId,
  FormId,
  PageId,
  StageId,
  VoucherPoolId,
  type DocumentFormat,
} from '../basics/index.ts';
import { NodeId } from '../basics/node-id.ts';
import { WatchedShare } from '../conditions/page-behavior.ts';
import type { Origin } from '../results/index.ts';
import { ConversionRule } from './count-conversions.ts';

/** What pages are made for, and is counted as an outcome. */
export const OutcomeKind = z.discriminatedUnion('kind', [
  /** A form was sent; any, where none is named. */
  z.object({ kind: z.literal('lead'), form: FormId.nullable() }),
  /** A booking was made, and not canceled; in any calendar, where none is named. */
  z.object({ kind: z.literal('booked'), calendar: CalendarId.nullable() }),
  /** Somebody came to their booking. */
  z.object({ kind: z.literal('came'), calendar: CalendarId.nullable() }),
  /** Somebody is in a stage, since they reached it. */
  z.object({ kind: z.literal('stage'), stage: StageId }),
  /** A phone number was pressed on a page. */
  z.object({ kind: z.literal('call') }),
  /** A page was reached. */
  z.object({ kind: z.literal('page'), page: PageId }),
  /** So much of a video was watched. */
  z.object({ kind: z.literal('video'), page: PageId, part: NodeId, share: WatchedShare }),
  /** A file was downloaded by a button of a page; any, where none is named. */
  z.object({ kind: z.literal('file'), file: FileId.nullable() }),
  /** A voucher was redeemed; of any kind, where none is named. */
  z.object({ kind: z.literal('redeemed'), pool: VoucherPoolId.nullable() }),
]);
export type OutcomeKind = z.infer<typeof OutcomeKind>;

export const outcomeNames: Record<OutcomeKind['kind'], string> = {
  lead: 'A form was sent',
  booked: 'A time was booked',
  came: 'Somebody came',
  stage: 'A stage was reached',
  call: 'A phone number was pressed',
  page: 'A page was reached',
  video: 'A video was watched',
  file: 'A file was downloaded',
  redeemed: 'A voucher was redeemed',
};

const Amount = Cents.check(z.positive('Give an amount above nothing.'), z.lte(10_000_000_000));

/** What an outcome is worth. Most clients don't know what a lead is: it is none until somebody says. */
export const OutcomeValue = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  /** The same for each. */
  z.object({ kind: z.literal('fixed'), amount: Amount }),
  /** What the person's record says. */
  z.object({ kind: z.literal('person') }),
  /** The share of them that is won, as a percentage, of the value of a job. */
  z.object({ kind: z.literal('share'), percent: z.number().gt(0).max(100), amount: Amount }),
]);
export type OutcomeValue = z.infer<typeof OutcomeValue>;

/** A named outcome and how it is counted. */
export const ConversionContent = z.object({
  name: z.string().trim().min(1, 'Give it a name.').max(60),
  on: OutcomeKind,
  value: OutcomeValue,
  rule: ConversionRule,
});
export type ConversionContent = z.infer<typeof ConversionContent>;

/** How conversions are stored. */
export const conversionFormat: DocumentFormat<ConversionContent> = documentFormat('conversion', []);

/** What one outcome is worth; null where nobody has said. */
export function outcomeValue(value: OutcomeValue, ofPerson: Cents | null): Cents | null {
  switch (value.kind) {
    case 'none':
      return null;
    case 'fixed':
      return value.amount;
    case 'person':
      return ofPerson;
    case 'share':
      return Math.round((value.percent / 100) * value.amount) as Cents;
  }
}

/** Whether an ad led to a visit: it carries an ad's click id, or its address says so (common practice, no source). */
export const isPaidVisit = ({ click, medium }: Origin): boolean =>
  click !== undefined || /^(cpc|cpm|cpv|ppc|paid.*|display|retargeting)$/i.test(medium ?? '');
