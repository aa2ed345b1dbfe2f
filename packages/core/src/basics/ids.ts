import { z } from 'zod';
import { marked } from './marks.ts';

/** Ids are UUIDs on the wire and in the database; the brand keeps one kind from being passed as another. Those that other things name are marked. */
export const AgencyId = z.uuid().brand<'AgencyId'>();
export type AgencyId = z.infer<typeof AgencyId>;
export const UserId = marked(z.uuid().brand<'UserId'>(), { reference: 'user' });
export type UserId = z.infer<typeof UserId>;
export const ClientId = z.uuid().brand<'ClientId'>();
export type ClientId = z.infer<typeof ClientId>;
export const FunnelId = marked(z.uuid().brand<'FunnelId'>(), { reference: 'funnel' });
export type FunnelId = z.infer<typeof FunnelId>;
export const PageId = marked(z.uuid().brand<'PageId'>(), { reference: 'page' });
export type PageId = z.infer<typeof PageId>;
export const RevisionId = z.uuid().brand<'RevisionId'>();
export type RevisionId = z.infer<typeof RevisionId>;
export const FormId = marked(z.uuid().brand<'FormId'>(), { reference: 'form' });
export type FormId = z.infer<typeof FormId>;
export const PictureId = marked(z.uuid().brand<'PictureId'>(), { reference: 'picture' });
export type PictureId = z.infer<typeof PictureId>;
export const PersonId = z.uuid().brand<'PersonId'>();
export type PersonId = z.infer<typeof PersonId>;
export const SubmissionId = z.uuid().brand<'SubmissionId'>();
export type SubmissionId = z.infer<typeof SubmissionId>;
export const RuleId = z.uuid().brand<'RuleId'>();
export type RuleId = z.infer<typeof RuleId>;
export const SequenceId = marked(z.uuid('Choose a sequence.').brand<'SequenceId'>(), {
  reference: 'sequence',
});
export type SequenceId = z.infer<typeof SequenceId>;
export const RunId = z.uuid().brand<'RunId'>();
export type RunId = z.infer<typeof RunId>;
export const MessageId = z.uuid().brand<'MessageId'>();
export type MessageId = z.infer<typeof MessageId>;
export const CalendarId = marked(z.uuid().brand<'CalendarId'>(), { reference: 'calendar' });
export type CalendarId = z.infer<typeof CalendarId>;
export const BookingId = z.uuid().brand<'BookingId'>();
export type BookingId = z.infer<typeof BookingId>;
export const FileId = marked(z.uuid().brand<'FileId'>(), { reference: 'file' });
export type FileId = z.infer<typeof FileId>;
export const LinkedBandId = marked(z.uuid().brand<'LinkedBandId'>(), { reference: 'linkedBand' });
export type LinkedBandId = z.infer<typeof LinkedBandId>;
export const BinId = z.uuid().brand<'BinId'>();
export type BinId = z.infer<typeof BinId>;
export const TemplateId = z.uuid().brand<'TemplateId'>();
export type TemplateId = z.infer<typeof TemplateId>;
