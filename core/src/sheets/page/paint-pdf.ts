import type { PDFDocument, PDFFont, PDFPage } from 'pdf-lib';
import type { PixelWindow } from '../../raster/index.js';
import type { ReferenceView } from '../../reference/index.js';
import type { SheetSet } from '../layout/lay-out.js';
import {
  colourOf,
  inkColours,
  type PageDots,
  type PageFill,
  type PagePicture,
  type PageStroke,
  type PageText,
  type PageWithin,
  type Rgb,
  type SheetPage,
  type VectorItem,
} from './page.js';

/** The font's name inside each page; a fixed one, so that equal input gives equal bytes. */
const fontKey = 'F1';

/** PDF points in a millimetre. */
export const pointsPerMm = 72 / 25.4;

/** Part of the reference as a JPEG file, fine enough for the size it is printed at. */
export type PictureSource = (
  window: PixelWindow,
  look: ReferenceView,
  sizeMm: { width: number; height: number },
) => Promise<Uint8Array>;

/** What the painter needs from outside. */
export type PdfOptions = {
  /** A TrueType, OpenType or WOFF font to embed. */
  font: Uint8Array;
  title: string;
  date: Date;
  picture?: PictureSource;
  /** Told after every page; throws to stop. */
  onPage?: (done: number, of: number) => void | Promise<void>;
};

/**
 * Paints sheets to a PDF at true size: one millimetre of a page is one millimetre on paper when it is printed at
 * 100 %. Vector lines, font embedded, each page packed as soon as it is painted. Equal input gives equal bytes.
 */
export async function paintPdf(
  set: Pick<SheetSet, 'count' | 'page'>,
  options: PdfOptions,
): Promise<Uint8Array> {
  // Larger than all else here: read when something is printed.
  const [{ default: fontkit }, pdfLib] = await Promise.all([import('@pdf-lib/fontkit'), import('pdf-lib')]);
  const { PDFDocument, PDFName, PrintScaling } = pdfLib;
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
  for (let index = 0; index < set.count; index++) {
    const page = set.page(index);
    const target = pdf.addPage([page.widthMm * pointsPerMm, page.heightMm * pointsPerMm]);
    target.node.setFontDictionary(PDFName.of(fontKey), font.ref);
    const content = await new PageWriter(page, font, target, pdf, options.picture).write();
    target.node.set(PDFName.of('Contents'), pdf.context.register(pdf.context.flateStream(content)));
    await options.onPage?.(index + 1, set.count);
  }
  return pdf.save();
}

/** Writes the content of one page in PDF's own operators. */
class PageWriter {
  private readonly out: string[] = ['1 J 1 j'];
  private stroking = '';
  private filling = '';
  private pictures = 0;

  constructor(
    private readonly page: SheetPage,
    private readonly font: PDFFont,
    private readonly target: PDFPage,
    private readonly pdf: PDFDocument,
    private readonly source: PictureSource | undefined,
  ) {}

  async write(): Promise<string> {
    for (const item of this.page.items) {
      if (item.kind === 'picture') await this.picture(item);
      else if (item.kind === 'within') this.within(item);
      else this.vector(item);
    }
    return this.out.join('\n');
  }

  private vector(item: VectorItem): void {
    if (item.kind === 'stroke') this.stroke(item);
    else if (item.kind === 'text') this.text(item);
    else if (item.kind === 'fill') this.fill(item);
    else this.dots(item);
  }

  private x(mm: number): string {
    return number(mm * pointsPerMm);
  }

  private y(mm: number): string {
    return number((this.page.heightMm - mm) * pointsPerMm);
  }

  private run(points: ArrayLike<number>): string {
    let text = `${this.x(points[0])} ${this.y(points[1])} m`;
    for (let i = 2; i < points.length; i += 2) text += ` ${this.x(points[i])} ${this.y(points[i + 1])} l`;
    return text;
  }

  private pen(widthMm: number, colour: Rgb, dashMm: PageStroke['dashMm']): void {
    const dash = (dashMm ?? []).map((mm) => number(mm * pointsPerMm)).join(' ');
    const wanted = `${number(widthMm * pointsPerMm)} w ${rgb(colour)} RG [${dash}] 0 d`;
    if (wanted === this.stroking) return;
    this.stroking = wanted;
    this.out.push(wanted);
  }

  private paint(colour: Rgb): void {
    const wanted = `${rgb(colour)} rg`;
    if (wanted === this.filling) return;
    this.filling = wanted;
    this.out.push(wanted);
  }

  private stroke(item: PageStroke): void {
    this.pen(item.widthMm, colourOf(item.ink), item.dashMm);
    this.out.push(`${this.run(item.points)} ${item.closed ? 's' : 'S'}`);
  }

  private fill(item: PageFill): void {
    this.paint(item.colour);
    this.out.push(`${item.rings.map((ring) => `${this.run(ring)} h`).join(' ')} f*`);
  }

  private within({ rings, items }: PageWithin): void {
    const { stroking, filling } = this;
    this.out.push(`q ${rings.map((ring) => `${this.run(ring)} h`).join(' ')} W* n`);
    items.forEach((item) => this.vector(item));
    this.out.push('Q');
    // The pen is the one from before again.
    this.stroking = stroking;
    this.filling = filling;
  }

  /** A dot is the round end of a line that goes nowhere; some viewers want it to go a hair. */
  private dots(item: PageDots): void {
    this.pen(item.diameterMm, inkColours[item.ink], null);
    for (let i = 0; i < item.points.length; i += 2) {
      const x = item.points[i] * pointsPerMm;
      const y = this.y(item.points[i + 1]);
      this.out.push(`${number(x)} ${y} m ${number(x + 0.01)} ${y} l S`);
    }
  }

  private text(item: PageText): void {
    const size = item.sizeMm * pointsPerMm;
    const back = { start: 0, middle: 0.5, end: 1 }[item.anchor];
    const shift = back === 0 ? 0 : back * this.font.widthOfTextAtSize(item.text, size);
    this.paint(inkColours[item.ink]);
    this.out.push(
      `BT /${fontKey} ${number(size)} Tf ${number(item.x * pointsPerMm - shift)} ${this.y(item.y)} Td ${this.font.encodeText(item.text).toString()} Tj ET`,
    );
  }

  private async picture({ corner, across, down, window, look }: PagePicture): Promise<void> {
    if (!this.source) return;
    const size = { width: Math.hypot(...across), height: Math.hypot(...down) };
    const image = await this.pdf.embedJpg(await this.source(window, look, size));
    const name = `I${++this.pictures}`;
    this.target.node.setXObject(this.pdf.context.obj(name), image.ref);
    // A picture fills the unit square, its lower left corner at the origin.
    const matrix = [
      across[0] * pointsPerMm,
      -across[1] * pointsPerMm,
      -down[0] * pointsPerMm,
      down[1] * pointsPerMm,
    ].map(fine);
    this.out.push(
      `q ${matrix.join(' ')} ${this.x(corner[0] + down[0])} ${this.y(corner[1] + down[1])} cm /${name} Do Q`,
    );
  }
}

const rgb = (colour: Rgb) => colour.map((value) => fine(value / 255)).join(' ');
const fine = (value: number) => String(Math.round(value * 10_000) / 10_000);

/** A hundredth of a point is a three-hundredth of a millimetre: finer than any printer, and keeps files small. */
function number(value: number): string {
  return String(Math.round(value * 100) / 100);
}
