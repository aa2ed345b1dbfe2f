import { z } from 'zod';
import { cleanText } from '../basics/clean-text.ts';

/** What people may send with a form, by kinds of file; their types are read from the content, never from the name. */
export const uploadKinds = {
  pictures: { label: 'Pictures', accept: 'image/*' },
  documents: { label: 'Documents', accept: '.pdf,.docx,.xlsx,.odt,.ods,.txt' },
  either: { label: 'Pictures and documents', accept: 'image/*,.pdf,.docx,.xlsx,.odt,.ods,.txt' },
} as const;
export type UploadKind = keyof typeof uploadKinds;

/** Which files a question takes: of what kind, how many, and how large each may be. */
export const UploadSettings = z.strictObject({
  takes: z.enum(Object.keys(uploadKinds) as [UploadKind, ...UploadKind[]]),
  most: z.int().min(1).max(10),
  megabytes: z.int().min(1).max(20),
});
export type UploadSettings = z.infer<typeof UploadSettings>;

const pictureTypes = new Set([
  'image/jpeg',
  'image/png',
  'image/webp',
  'image/gif',
  'image/avif',
  'image/heic',
]);
const documentTypes = new Set([
  'application/pdf',
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'application/vnd.oasis.opendocument.text',
  'application/vnd.oasis.opendocument.spreadsheet',
  'text/plain',
]);

/** Whether a question takes a file of this media type. */
export const takesType = ({ takes }: UploadSettings, type: string): boolean =>
  (takes !== 'documents' && pictureTypes.has(type)) ||
  (takes !== 'pictures' && documentTypes.has(type));

/** A file that was sent with a form and is kept: in an answer, and in the form while it is not taken. */
export const UploadedFile = z.strictObject({
  upload: z.uuid(),
  name: z.string().min(1).max(200),
  /** Its size. */
  bytes: z.int().min(0),
});
export type UploadedFile = z.infer<typeof UploadedFile>;

/** Files as they travel in a form's field: one in each line, as JSON. */
export const uploadsText = (files: readonly UploadedFile[]): string =>
  files.map((file) => JSON.stringify(file)).join('\n');

/** Reads what `uploadsText` writes; a line that is none is passed over, and whatever else it says. */
export function uploadsIn(text: string): UploadedFile[] {
  return text.split('\n').flatMap((line) => {
    try {
      const read = UploadedFile.strip().safeParse(JSON.parse(line));
      return read.success ? [read.data] : [];
    } catch {
      return [];
    }
  });
}

/** A file's name without the folders that some browsers send along, and without what is none: `../a.pdf` gives `a.pdf`. */
export function fileName(given: string): string {
  const last = given.split(/[\\/]/).at(-1) ?? '';
  const clean = cleanText(last, 300)
    // A quotation mark or a line's end in a name comes so (HTML standard, multipart/form-data encoding).
    .replace(/%(?:22|0D|0A)/g, '')
    .replace(/[\p{Cc}\p{Cf}"<>|:*?]/gu, '')
    .replace(/^\.+/, '')
    .trim();
  const [, stem = clean, end = ''] = /^(.*?)(\.[^.]{1,8})?$/su.exec(clean) ?? [];
  return `${stem.slice(0, 110)}${end}` || 'file';
}
