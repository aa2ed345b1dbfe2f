import type { Call, Endpoint } from '@plumgate/contract';
import { download } from '../api/call.ts';
import type { Done } from './use-act.ts';

/** Saves a file that the server makes, such as a zip. */
export async function saveFile<E extends Endpoint>(endpoint: E, given: Call<E>): Promise<Done> {
  const { name, content } = await download(endpoint, given);
  const link = document.createElement('a');
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
  return { said: `Saved as ${name}.` };
}
