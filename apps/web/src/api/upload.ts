import { Problem, zodOf, type Answered, type Call, type Endpoint } from '@plumgate/contract';
import { addressOf, CallError, unreachable } from './call.ts';

/** The most that a file may be, as the server has it, and a table of people. */
export const mostBytes = 20 * 1024 * 1024;
const mostTableBytes = 64 * 1024 * 1024;

/** Sends a file to an endpoint that takes one, telling how far it is, 0 to 1. */
export function upload<E extends Endpoint>(
  endpoint: E,
  given: Call<E>,
  file: Blob,
  onProgress: (share: number) => void = () => {},
): Promise<Answered<E>> {
  const most = endpoint.bodyType === 'text/csv' ? mostTableBytes : mostBytes;
  if (file.size > most)
    return Promise.reject(
      new Error(`That file is larger than ${most / 2 ** 20} MB. Choose a smaller one.`),
    );
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open(endpoint.method, addressOf(endpoint, given));
    request.setRequestHeader('content-type', endpoint.bodyType ?? 'application/octet-stream');
    request.upload.onprogress = ({ loaded, total }) => onProgress(loaded / total);
    request.onerror = () => reject(new CallError(unreachable));
    request.onload = () => {
      const read: unknown = safely(request.responseText);
      if (request.status < 300) resolve(zodOf(endpoint.answer).parse(read) as Answered<E>);
      else reject(new CallError(Problem.safeParse(read).data ?? unreachable));
    };
    request.send(file);
  });
}

function safely(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
