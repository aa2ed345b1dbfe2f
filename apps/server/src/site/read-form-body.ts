import { cleanData } from '@plumgate/core/basics';
import multipart from '@fastify/multipart';
import formBody from '@fastify/formbody';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import type { SentFile } from '../domains/intake/upload.service.ts';

/** The most that one form may bring in files, in bytes, and of how many it is read. What is beyond is said to be too large. */
const most = { bytes: 40 * 2 ** 20, files: 30, fieldBytes: 2 ** 20 } as const;

/** Forms come as browsers send them: urlencoded, or multipart (RFC 7578) where files may be among them. */
export async function takeForms(site: FastifyInstance): Promise<void> {
  await site.register(formBody, { parser: (body) => joined(new URLSearchParams(body)) });
  await site.register(multipart, {
    limits: { fieldSize: most.fieldBytes, fields: 400, fileSize: 20 * 2 ** 20, parts: 1000 },
    throwFileSizeLimit: false,
  });
}

/** What came with a form: its fields, and its files. */
export async function readFormBody(
  request: FastifyRequest,
): Promise<{ typed: Record<string, string>; files: SentFile[] }> {
  if (!request.isMultipart())
    return { typed: (request.body ?? {}) as Record<string, string>, files: [] };
  const fields: [string, string][] = [];
  const files: SentFile[] = [];
  let bytes = 0;
  for await (const part of request.parts()) {
    if (part.type === 'field') {
      fields.push([part.fieldname, String(part.value)]);
      continue;
    }
    const isRead = files.length < most.files && bytes < most.bytes;
    const chunks: Buffer[] = [];
    for await (const chunk of part.file as AsyncIterable<Buffer>) {
      if (isRead && bytes < most.bytes) chunks.push(chunk);
      bytes += chunk.length;
    }
    const content = Buffer.concat(chunks);
    // A field for files in which none was chosen comes as a file without a name.
    if (!part.filename && content.length === 0) continue;
    const isTruncated = part.file.truncated || !isRead || bytes > most.bytes;
    files.push({ field: part.fieldname, name: part.filename ?? '', content, isTruncated });
  }
  return { typed: joined(fields), files };
}

/** A form's fields by their names; several values of one name are the lines of one text. The page's own fields come once. */
function joined(given: Iterable<[string, string]>): Record<string, string> {
  const fields = new Map<string, string>();
  for (const [name, value] of given) {
    const before = name.startsWith('_') ? undefined : fields.get(name);
    fields.set(name, before === undefined ? value : `${before}\n${value}`);
  }
  return cleanData(Object.fromEntries(fields));
}
