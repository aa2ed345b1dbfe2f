import { Injectable } from '@nestjs/common';
import { BinKind } from '@plumgate/contract';
import { FileStore } from '../../platform/files/file-store.ts';

const folder = 'erasures';

/**
 * What was erased, kept beside the database: when an older copy of the database is put back, it is erased again. There
 * is nothing in it but kinds and ids.
 */
@Injectable()
export class Erasures {
  constructor(private readonly files: FileStore) {}

  async note(kind: BinKind, id: string): Promise<void> {
    await this.files.write(`${folder}/${kind}/${id}`, new Uint8Array());
  }

  async all(): Promise<{ kind: BinKind; id: string }[]> {
    const keys = await this.files.list(folder);
    return keys.flatMap((key) => {
      const [, kind, id] = key.split('/');
      const read = BinKind.safeParse(kind);
      return read.success && id ? [{ kind: read.data, id }] : [];
    });
  }
}
