import { existsSync, readdirSync } from 'node:fs';

const ROOT = '/usr/lib/postgresql';

/** Folder of the newest PostgreSQL server programs, or null. */
export function findPostgres(): string | null {
  if (!existsSync(ROOT)) return null;
  const [newest] = readdirSync(ROOT)
    .filter((version) =>
      ['initdb', 'postgres'].every((program) => existsSync(`${ROOT}/${version}/bin/${program}`)),
    )
    .sort((a, b) => Number(b) - Number(a));
  return newest === undefined ? null : `${ROOT}/${newest}/bin`;
}
