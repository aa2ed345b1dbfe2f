import type { PersonRecord } from '@plumgate/contract';
import { Paperclip } from 'lucide-react';
import { whenText } from '../../ui/when.ts';

/** The files that somebody sent with forms: each is saved, never shown, since it may be anything. */
export function SentFiles({ files, zone }: Pick<PersonRecord, 'files'> & { zone: string }) {
  if (files.length === 0) return null;
  return (
    <section aria-labelledby="sent-files">
      <h3 id="sent-files" className="mb-2">
        Files
      </h3>
      <ul className="grid gap-1">
        {files.map(({ upload, name, bytes, at }) => (
          <li key={upload} className="flex items-start gap-2">
            <Paperclip className="mt-1 size-4 shrink-0 text-muted" aria-hidden />
            <span className="min-w-0 break-words">
              <a
                className="font-semibold text-plum-dark hover:underline"
                href={uploadAddress(upload)}
              >
                {name}
              </a>
              <span className="block text-xs text-muted">
                {sizeText(bytes)} · {whenText(at, zone)}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Where a file is saved from. */
export const uploadAddress = (upload: string): string => `/api/uploads/${upload}`;

/** `740 KB`, `2.4 MB`. */
export const sizeText = (bytes: number): string =>
  bytes < 2 ** 20
    ? `${Math.max(1, Math.round(bytes / 2 ** 10)).toLocaleString('en-US')} KB`
    : `${(bytes / 2 ** 20).toFixed(1)} MB`;
