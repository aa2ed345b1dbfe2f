/**
 * Where files lie that are not rows: in a folder, later also in an S3-compatible store. Every process of an installation
 * sees the same ones. A file is written whole or not at all, and its key says what it is: `erasures/person/<id>`.
 */
export abstract class FileStore {
  /** Writes a file, in the place of one under the same key. */
  abstract write(key: string, content: Uint8Array): Promise<void>;
  /** Null for a key without a file. */
  abstract read(key: string): Promise<Buffer | null>;
  /** Nothing happens for a key without a file. */
  abstract remove(key: string): Promise<void>;
  /** The keys that begin with a folder, such as `erasures/person`, in any order. */
  abstract list(folder: string): Promise<string[]>;
}

/** Keys are ours, but parts of them may come from names: nothing leads out of the store or into a hidden file. */
export function checkKey(key: string): string {
  if (!/^[a-z0-9][\w-]*(\/[a-z0-9][\w.-]*)*$/i.test(key))
    throw new Error(`“${key}” is no key of a file. Use words joined by slashes.`);
  return key;
}
