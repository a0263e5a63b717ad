import { hash, verify } from '@node-rs/argon2';

/** argon2id with the memory and time that OWASP names as a minimum (19 MiB, two passes). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export function hashPassword(password: string): Promise<string> {
  return hash(password, COST);
}

/** Takes as long for an address nobody has as for a wrong password. */
export async function passwordMatches(
  passwordHash: string | undefined,
  password: string,
): Promise<boolean> {
  const matches = await verify(passwordHash ?? (await unknownUserHash()), password);
  return passwordHash !== undefined && matches;
}

let unknown: Promise<string> | undefined;
function unknownUserHash(): Promise<string> {
  return (unknown ??= hashPassword('nobody has this password'));
}
