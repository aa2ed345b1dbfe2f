import { randomInt, timingSafeEqual } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { Database } from '../../platform/database/database.ts';
import { madeOnce } from '../../platform/settings.ts';

/** Letters and digits that nobody takes for one another. */
const signs = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';

/**
 * The code that first set-up asks for. It is printed where the program was started, so that the installation belongs to
 * the person who started it and not to the first who comes.
 */
@Injectable()
export class SetUpCode {
  constructor(private readonly database: Database) {}

  /** The code, such as `K7QM-2XWD`; the same for every process and every start. */
  read(): Promise<string> {
    return madeOnce(this.database.db, 'set-up-code', () => `${word()}-${word()}`);
  }

  /** Whether somebody typed the code; small letters, spaces and a missing hyphen don't matter. */
  async is(typed: string): Promise<boolean> {
    const [right, given] = [await this.read(), typed].map((code) =>
      Buffer.from(code.toUpperCase().replace(/[^A-Z0-9]/g, '')),
    );
    return right!.length === given!.length && timingSafeEqual(right!, given!);
  }
}

const word = () => Array.from({ length: 4 }, () => signs[randomInt(signs.length)]).join('');
