import fontkit from '@pdf-lib/fontkit';
import {
  beginText,
  closePath,
  endText,
  LineCapStyle,
  LineJoinStyle,
  lineTo,
  moveText,
  moveTo,
  PDFDocument,
  PDFName,
  PrintScaling,
  setDashPattern,
  setFillingRgbColor,
  setFontAndSize,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingRgbColor,
  showText,
  stroke,
  type PDFFont,
  type PDFOperator,
} from 'pdf-lib';
import { inkColours, type PageStroke, type PageText, type SheetPage } from './page.js';

/** The font's name inside each page; a fixed one, so that equal input gives equal bytes. */
const fontKey = 'F1';

/** PDF points in a millimetre. */
export const pointsPerMm = 72 / 25.4;

/** What the painter needs from outside: a TrueType, OpenType or WOFF font to embed, and the document's title. */
export type PdfOptions = { font: Uint8Array; title: string; date: Date };

/**
 * Paints pages to a PDF at true size: one millimetre of a page is one millimetre on paper when it is printed
 * at 100 %. Vector lines, font embedded. Equal input gives equal bytes.
 */
export async function paintPdf(pages: readonly SheetPage[], options: PdfOptions): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  const font = await pdf.embedFont(options.font, { subset: true });
  pdf.setTitle(options.title);
  pdf.setProducer('Nobrel');
  pdf.setCreator('Nobrel');
  pdf.setCreationDate(options.date);
  pdf.setModificationDate(options.date);
  // Viewers that honour it offer to print without scaling to fit.
  pdf.catalog.getOrCreateViewerPreferences().setPrintScaling(PrintScaling.None);
  for (const page of pages) {
    const target = pdf.addPage([page.widthMm * pointsPerMm, page.heightMm * pointsPerMm]);
    const strokes = page.items.filter((item) => item.kind === 'stroke');
    target.pushOperators(...strokeOperators(strokes, page.heightMm));
    target.node.setFontDictionary(PDFName.of(fontKey), font.ref);
    const texts = page.items.filter((item) => item.kind === 'text');
    target.pushOperators(...texts.flatMap((item) => textOperators(item, page.heightMm, font)));
  }
  return pdf.save();
}

function strokeOperators(strokes: readonly PageStroke[], heightMm: number): PDFOperator[] {
  const out: PDFOperator[] = [setLineCap(LineCapStyle.Round), setLineJoin(LineJoinStyle.Round)];
  const x = (mm: number) => round(mm * pointsPerMm);
  const y = (mm: number) => round((heightMm - mm) * pointsPerMm);
  let style = '';
  for (const item of strokes) {
    const wanted = JSON.stringify([item.widthMm, item.ink, item.dashMm]);
    if (wanted !== style) {
      style = wanted;
      const [red, green, blue] = inkColours[item.ink];
      out.push(
        setLineWidth(round(item.widthMm * pointsPerMm)),
        setStrokingRgbColor(round(red / 255), round(green / 255), round(blue / 255)),
        setDashPattern(
          (item.dashMm ?? []).map((mm) => round(mm * pointsPerMm)),
          0,
        ),
      );
    }
    const { points } = item;
    out.push(moveTo(x(points[0]), y(points[1])));
    for (let i = 2; i < points.length; i += 2) out.push(lineTo(x(points[i]), y(points[i + 1])));
    if (item.closed) out.push(closePath());
    out.push(stroke());
  }
  return out;
}

function textOperators(item: PageText, heightMm: number, font: PDFFont): PDFOperator[] {
  const size = item.sizeMm * pointsPerMm;
  const width = font.widthOfTextAtSize(item.text, size);
  const back = { start: 0, middle: width / 2, end: width }[item.anchor];
  const [red, green, blue] = inkColours[item.ink];
  return [
    beginText(),
    setFillingRgbColor(round(red / 255), round(green / 255), round(blue / 255)),
    setFontAndSize(fontKey, round(size)),
    moveText(round(item.x * pointsPerMm - back), round((heightMm - item.y) * pointsPerMm)),
    showText(font.encodeText(item.text)),
    endText(),
  ];
}

/** A thousandth of a point is finer than any printer, and keeps files small. */
function round(value: number): number {
  return Math.round(value * 1000) / 1000;
}
