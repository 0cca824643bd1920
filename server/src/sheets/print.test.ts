import { inflateSync } from 'node:zlib';
import { expect } from 'chai';
import { PDFArray, PDFDocument, PDFRawStream, PDFRef, type PDFPage } from 'pdf-lib';
import { plainSheetSource } from '@nobrel/core/file';
import {
  defaultSheetDecisions,
  makeSheets,
  sheetLayout,
  strokeOf,
  type SheetKind,
  type SheetPage,
} from '@nobrel/core/sheets';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { sheetsPdf } from './print.js';

/** A cross of two lines at known millimetres. */
const cross = mapWith(300, 240, [
  lineOf([
    [30, 100],
    [130, 100],
  ]),
  lineOf(
    [
      [80, 50],
      [80, 150],
    ],
    { id: 'a2' },
  ),
]);

/** The drawing operators of a page, as text. */
function contentOf(page: PDFPage): string {
  const contents = page.node.Contents();
  const streams = contents instanceof PDFArray ? contents.asArray() : contents ? [contents] : [];
  return streams
    .map((entry) => (entry instanceof PDFRef ? page.doc.context.lookup(entry) : entry))
    .map((stream) =>
      stream instanceof PDFRawStream ? inflateSync(stream.getContents()).toString('latin1') : '',
    )
    .join('\n');
}

/** Every straight stroke of a page, in mm from its top-left corner: x0, y0, x1, y1. */
function strokesOf(page: PDFPage): number[][] {
  const heightMm = (page.getHeight() / 72) * 25.4;
  const found = contentOf(page).matchAll(/(-?[\d.]+) (-?[\d.]+) m\s+(-?[\d.]+) (-?[\d.]+) l\s+S/g);
  return [...found].map((match) =>
    match.slice(1, 5).map((points, i) => {
      const mm = (Number(points) / 72) * 25.4;
      return i % 2 === 0 ? mm : heightMm - mm;
    }),
  );
}

async function printed(kind: SheetKind, printerScale = { x: 1, y: 1 }) {
  const source = plainSheetSource(cross, 'Kreuz × “é”', {
    date: '2026-11-25',
    unit: 'mm',
    sketch: null,
    grid: null,
    closeUps: [],
  });
  const bend = { scaleX: printerScale.x, scaleY: printerScale.y, shear: 0 };
  const set = makeSheets(source, { ...defaultSheetDecisions, kind }, { bend });
  const bytes = await sheetsPdf(set, 'Cross', new Date(0));
  return { bytes, pdf: await PDFDocument.load(bytes), layout: sheetLayout(set) };
}

describe('the printed PDF', () => {
  for (const kind of ['outline', 'mirrored'] as const) {
    for (const scale of [
      { x: 1, y: 1 },
      { x: 0.985, y: 1.012 },
    ]) {
      it(`has every millimetre in its place: ${kind}, printer ${scale.x} × ${scale.y}`, async () => {
        const { pdf, layout } = await printed(kind, scale);
        const { window, at } = layout.pages[0]!;
        // What the printer lays down is the file times its scale.
        const onSurface = ([x = 0, y = 0]: number[]) => {
          const along = (x - at.x) * scale.x;
          return [
            kind === 'mirrored' ? window.x + window.width - along : window.x + along,
            window.y + (y - at.y) * scale.y,
          ];
        };
        const strokes = strokesOf(pdf.getPage(0)).map((stroke) => [
          onSurface(stroke),
          onSurface(stroke.slice(2)),
        ]);
        for (const line of cross.lines) {
          const match = strokes.find((stroke) =>
            stroke.every(
              ([x = 0, y = 0], i) => Math.hypot(x - line.points[i]![0], y - line.points[i]![1]) < 0.004,
            ),
          );
          expect(match, `line ${line.id}`).not.to.equal(undefined);
        }
      });
    }
  }

  it('embeds its font, names its title and asks viewers not to scale', async () => {
    const { pdf } = await printed('outline');
    expect(pdf.getTitle()).to.equal('Cross');
    expect(pdf.catalog.getViewerPreferences()?.getPrintScaling()).to.equal('None');
    const bytes = Buffer.from(await pdf.save({ useObjectStreams: false })).toString('latin1');
    expect(bytes).to.match(/\/FontFile[23]/);
  });

  it('is the same for the same input', async () => {
    const once = async () => Buffer.from((await printed('outline')).bytes).toString('base64');
    expect(await once()).to.equal(await once());
  });
});

describe('what shows only within rings', () => {
  it('is clipped for itself, and the pen before and after is the same', async () => {
    const line = (y: number, widthMm: number) => strokeOf([10, y, 90, y], widthMm);
    const ring = [20, 20, 60, 20, 60, 60, 20, 60];
    const page: SheetPage = {
      label: 'A1',
      widthMm: 100,
      heightMm: 100,
      items: [line(10, 0.5), { kind: 'within', rings: [ring], items: [line(40, 8)] }, line(90, 0.5)],
    };
    const set = { count: 1, page: () => page, labels: ['A1'], mirrored: false, tiled: null, notes: [] };
    const pdf = await PDFDocument.load(await sheetsPdf(set, 'Within', new Date(0)));
    const content = contentOf(pdf.getPage(0));
    const pen = (widthMm: number) => `${Math.round(((widthMm * 72) / 25.4) * 100) / 100} w `;
    const at = (words: string) => content.indexOf(words);
    expect(at('q ')).to.be.greaterThan(at(pen(0.5)));
    expect(at('W* n')).to.be.greaterThan(at('q '));
    expect(at(pen(8))).to.be.greaterThan(at('W* n'));
    expect(at('\nQ')).to.be.greaterThan(at(pen(8)));
    // The saved state brings the thin pen back, so that it is not asked for again.
    expect(content.split(pen(0.5))).to.have.length(2);
    expect(content.split(' S').length - 1).to.equal(3);
  });
});
