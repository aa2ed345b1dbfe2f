import { hash, verify } from '@node-rs/argon2';

/** argon2id is the library's default; memory and passes as OWASP's password storage sheet asks for at least (19 MiB, 2), from memory. */
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, argon);

let decoy: Promise<string> | undefined;

/** Whether a password is the hashed one. Without a hash, as for an unknown account, it takes as long and is wrong. */
export async function isPassword(
  passwordHash: string | undefined,
  password: string,
): Promise<boolean> {
  decoy ??= hashPassword('nobody has this password');
  const good = await verify(passwordHash ?? (await decoy), password);
  return good && passwordHash !== undefined;
}
