import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import type { Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import { noWork } from '../store/maps.js';
import type { Models } from '../store/models.js';
import { hashOf, type PictureStore } from '../reference/picture-store.js';
import type { Manifest, Project } from './bundle-schema.js';

const sha256 = (data: string) => createHash('sha256').update(data).digest('hex');

/** JSON where it is, else the text as it stands: a damaged record leaves too, for whoever can read it. */
function readable(text: string): Project['decisions'] {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null ? { ...value } : text;
  } catch {
    return text;
  }
}

/**
 * A work as an open bundle: its records, pictures, every map version and what was printed, as plain files with a
 * SHA-256 of each. A damaged work leaves as far as it can be read.
 *
 * @param rows of the database it is kept in
 * @throws Fault 404 when there is no such work
 */
export async function exportBundle(
  rows: Models,
  pictures: Pick<PictureStore, 'originalPath'>,
  id: string,
): Promise<{ title: string; zip: Readable }> {
  const work = await rows.Work.findByPk(id);
  if (!work) throw noWork();
  const order = [['addedAt', 'ASC']] as [string, string][];
  const added = await rows.WorkPicture.findAll({ where: { workId: id }, order });
  const hashes = [work.pictureHash, ...added.map(({ pictureHash }) => pictureHash)];
  const known = await rows.Picture.findAll({ where: { hash: hashes } });
  const maps = await rows.MapVersion.findAll({ where: { workId: id }, order: [['version', 'ASC']] });
  const printings = await rows.Printing.findAll({ where: { workId: id }, order: [['printedAt', 'ASC']] });

  const zip = new ZipFile();
  const files: Manifest['files'] = {};
  const addText = (name: string, text: string) => {
    files[name] = sha256(text);
    zip.addBuffer(Buffer.from(text), name);
  };
  const project: Project = {
    format: 'nobrel-project',
    version: 1,
    createdAt: work.createdAt.toISOString(),
    changedAt: work.changedAt.toISOString(),
    decisions: readable(work.decisions),
    pictures: [],
    maps: maps.map(({ version, name, madeAt }) => ({
      version,
      name,
      madeAt: madeAt.toISOString(),
      file: `maps/version-${version}.map.json`,
    })),
    printings: printings.map(({ mapVersion, pages, printedAt, decisions }) => ({
      mapVersion,
      pages,
      printedAt: printedAt.toISOString(),
      decisions: readable(decisions),
    })),
  };
  for (const hash of hashes) {
    const row = known.find((picture) => picture.hash === hash);
    const path = row && pictures.originalPath(hash, row.format);
    if (!row || !path || !existsSync(path)) continue;
    const file = `reference/${hash}.${row.format}`;
    files[file] = await hashOf(path);
    // Photographs are packed already.
    zip.addFile(path, file, { compress: false });
    project.pictures.push({ hash, name: row.name, file });
  }
  maps.forEach(({ version, document }) => addText(`maps/version-${version}.map.json`, document));
  addText('project.json', JSON.stringify(project, null, 2));
  const manifest: Manifest = {
    format: 'nobrel-manifest',
    version: 1,
    madeAt: new Date().toISOString(),
    files,
  };
  zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), 'manifest.json');
  zip.end();
  const { decisions } = project;
  const title = typeof decisions === 'string' ? null : decisions['title'];
  return {
    title: typeof title === 'string' && title.trim() !== '' ? title : 'Work',
    // yazl's own type is wider than what it gives.
    zip: zip.outputStream as Readable,
  };
}
