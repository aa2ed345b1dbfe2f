import type { Call, Endpoint } from '@plumgate/contract';
import { download } from '../api/call.ts';
import type { Done } from './use-act.ts';

/** Saves a file that the server makes, such as a zip. */
export async function saveFile<E extends Endpoint>(endpoint: E, given: Call<E>): Promise<Done> {
  const { name, content } = await download(endpoint, given);
  saveBlob(content, name);
  return { said: `Saved as ${name}.` };
}

/** Saves what was made in the browser. */
export function saveBlob(content: Blob, name: string): void {
  const address = URL.createObjectURL(content);
  saveAs(address, name);
  URL.revokeObjectURL(address);
}

/** Saves what an address holds, such as a data address. */
export function saveAs(address: string, name: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
}
