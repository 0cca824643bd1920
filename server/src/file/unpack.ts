import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { Fault } from '../faults.js';
import { entryName } from './bundle-schema.js';

/** Limits of a bundle: entries, bytes of one and of all unpacked, and how often a packed byte may unpack. */
const maxEntries = 3000;
const maxEntryBytes = 200e6;
const maxBytes = 4e9;
const maxRatio = 400;

/** What is said of a bundle that is not taken in. */
export const refused = (why: string) =>
  new Fault(
    422,
    'unusable-bundle',
    `This bundle cannot be brought in: ${why}. None of it was kept.`,
    'bundle',
  );

function openZip(path: string): Promise<ZipFile> {
  return new Promise((resolve, reject) => {
    // Names are checked by us, so that what is said is ours.
    yauzl.open(
      path,
      { lazyEntries: true, autoClose: false, decodeStrings: true, validateEntrySizes: false },
      (error, zip) => {
        if (error) reject(refused('it is no bundle, or breaks off'));
        else resolve(zip);
      },
    );
  });
}

/** Every entry of the directory, none opened yet. */
function entriesOf(zip: ZipFile): Promise<Entry[]> {
  return new Promise((resolve, reject) => {
    const entries: Entry[] = [];
    zip.on('entry', (entry: Entry) => {
      entries.push(entry);
      if (entries.length > maxEntries) reject(refused(`it holds more than ${maxEntries} files`));
      else zip.readEntry();
    });
    zip.once('end', () => resolve(entries));
    zip.once('error', () => reject(refused('its directory is damaged or holds a strange path')));
    zip.readEntry();
  });
}

function checkEntry({ fileName, uncompressedSize, compressedSize }: Entry): void {
  if (!entryName.test(fileName)) throw refused(`“${fileName.slice(0, 60)}” has no place in a bundle`);
  if (uncompressedSize > maxEntryBytes) throw refused(`“${fileName}” is too large`);
  if (uncompressedSize > 1e6 && uncompressedSize > maxRatio * compressedSize)
    throw refused(`“${fileName}” unpacks to far more than it holds`);
}

/** Unpacks one file, counting what really comes, and gives its SHA-256. */
async function unpackEntry(zip: ZipFile, entry: Entry, path: string): Promise<string> {
  const stream = await new Promise<NodeJS.ReadableStream>((resolve, reject) => {
    zip.openReadStream(entry, (error, opened) => {
      if (error) reject(refused(`“${entry.fileName}” cannot be unpacked`));
      else resolve(opened);
    });
  });
  const hash = createHash('sha256');
  let bytes = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      hash.update(chunk);
      // What the directory says of its size was looked at; what really comes must not be more.
      done(bytes > entry.uncompressedSize ? refused(`“${entry.fileName}” is damaged`) : null, chunk);
    },
  });
  // A stream that broke may complain more than once; the first time is heard below.
  stream.on('error', () => undefined);
  await mkdir(dirname(path), { recursive: true });
  try {
    await pipeline(stream, counted, createWriteStream(path, { flags: 'wx' }));
  } catch (error) {
    throw error instanceof Fault ? error : refused(`“${entry.fileName}” is damaged`);
  }
  return hash.digest('hex');
}

/**
 * Unpacks a bundle into an empty folder: names, sizes and ratios are looked at before anything is unpacked.
 *
 * @param signal stops it between two files
 * @returns the SHA-256 of every file by its name
 * @throws Fault with what is wrong
 */
export async function unpack(
  path: string,
  folder: string,
  signal?: AbortSignal,
): Promise<Map<string, string>> {
  const zip = await openZip(path);
  try {
    const entries = await entriesOf(zip);
    entries.forEach(checkEntry);
    if (new Set(entries.map(({ fileName }) => fileName)).size < entries.length)
      throw refused('two of its files have one name');
    if (entries.reduce((sum, { uncompressedSize }) => sum + uncompressedSize, 0) > maxBytes)
      throw refused('it unpacks to more than 4 GB');
    const hashes = new Map<string, string>();
    for (const entry of entries) {
      signal?.throwIfAborted();
      hashes.set(entry.fileName, await unpackEntry(zip, entry, join(folder, entry.fileName)));
    }
    return hashes;
  } finally {
    zip.close();
  }
}
