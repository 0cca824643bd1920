/** Causes that lie with the disk or the folder, by what the system and SQLite call them. */
const causes: readonly { codes: readonly string[]; status: number; code: string; says: string }[] = [
  {
    codes: ['ENOSPC', 'EDQUOT', 'SQLITE_FULL'],
    status: 507,
    code: 'disk-full',
    says: 'There is no room left where the works are kept. Free some, then try again',
  },
  {
    codes: ['EROFS', 'EACCES', 'EPERM', 'SQLITE_READONLY', 'SQLITE_PERM', 'SQLITE_CANTOPEN'],
    status: 507,
    code: 'not-writable',
    says: 'The folder where the works are kept cannot be written. Allow this user to write it, then try again',
  },
  {
    codes: ['EIO', 'SQLITE_IOERR'],
    status: 507,
    code: 'disk-fault',
    says: 'The disk where the works are kept does not answer as it should. Check it, then try again',
  },
  {
    codes: ['SQLITE_CORRUPT', 'SQLITE_NOTADB'],
    status: 500,
    code: 'damaged-file',
    says: 'The database of the works is damaged. Stop the program, and bring the works back with “nobrel restore” from the newest backup',
  },
];

/** What lies with the disk, and what to do about it. */
export type StorageFault = { status: number; code: string; message: string };

/** What libraries that draw pictures say instead of a code. */
const saidInWords: readonly (readonly [RegExp, string])[] = [
  [/no space left|disk quota/i, 'ENOSPC'],
  [/read-only file system|permission denied|unable to write/i, 'EROFS'],
];

/** Every code an error carries, its causes included. */
function codesOf(error: unknown): string[] {
  const codes: string[] = [];
  for (let at: unknown = error, depth = 0; at instanceof Error && depth < 5; depth++) {
    if ('code' in at && typeof at.code === 'string') codes.push(at.code);
    const { message } = at;
    const said = saidInWords.find(([words]) => words.test(message));
    if (said) codes.push(said[1]);
    at = 'parent' in at ? at.parent : at.cause;
  }
  return codes;
}

/** Whether an error lies with the disk and not with what was to be written. */
export const isStorageFault = (error: unknown): boolean => storageFault(error) !== null;

/**
 * The sentence on an error that lies with the disk or the folder, or null for any other error.
 *
 * @param folder named in the sentence where it is known
 */
export function storageFault(error: unknown, folder?: string): StorageFault | null {
  const codes = codesOf(error);
  // SQLite's longer codes begin with the short ones, such as SQLITE_IOERR_WRITE.
  const cause = causes.find(({ codes: known }) =>
    known.some((code) => codes.some((own) => own === code || own.startsWith(`${code}_`))),
  );
  if (!cause) return null;
  const where = folder === undefined ? '' : ` (${folder})`;
  return {
    status: cause.status,
    code: cause.code,
    message: `${cause.says}${where}. What was saved before is not lost.`,
  };
}
