import { seeded } from '../../camera/index.js';
import {
  ellipseArc,
  straightsThrough,
  throughPlaces,
  type DrawnStroke,
  type KnownDrawing,
  type StrokePart,
} from '../../camera/index.js';

const widthMm = 300;
const heightMm = 240;

type Place = [number, number];

/** Puts strokes on a sheet. */
class Sheet {
  readonly strokes: DrawnStroke[] = [];

  constructor(readonly random: () => number) {}

  between(low: number, high: number): number {
    return low + (high - low) * this.random();
  }

  add(points: Float64Array, rest: { closed?: boolean; part?: StrokePart; darkness?: number } = {}): void {
    const { closed = false, part = 'drawing', darkness = this.between(0.8, 1) } = rest;
    this.strokes.push({ points, closed, part, darkness, width: this.pressed(points.length / 2, closed) });
  }

  /** Width along a stroke as the hand presses: a slow swell, thin at the ends. */
  private pressed(count: number, closed: boolean): Float64Array {
    const [phase, swell] = [this.between(0, 6), this.between(0.1, 0.35)];
    return Float64Array.from({ length: count }, (_, i) => {
      const taper = closed ? 1 : Math.min(1, 0.55 + Math.min(i, count - 1 - i) / 20);
      return taper * (1 + swell * Math.sin(phase + i / 60));
    });
  }

  /** A pot: two rims, two sides that begin on the rim, a handle, a foot. */
  pot([x, y]: Place, size: number): void {
    const [rx, ry, tall] = [size * this.between(0.4, 0.55), size * this.between(0.1, 0.16), size];
    this.add(ellipseArc([x, y], [rx, ry]), { closed: true });
    this.add(ellipseArc([x, y + tall], [rx * 0.8, ry * 0.8], [0, Math.PI]));
    for (const side of [-1, 1])
      this.add(
        throughPlaces([
          [x + side * rx, y],
          [x + side * rx * this.between(1.1, 1.3), y + tall * 0.5],
          [x + side * rx * 0.8, y + tall],
        ]),
      );
    // From rim to side: both ends meet another stroke.
    const side = x + rx * 1.0;
    this.add(
      throughPlaces([
        [side, y],
        [side + size * 0.35, y + tall * 0.1],
        [side + size * 0.3, y + tall * 0.55],
        [x + rx * 0.8, y + tall],
      ]),
    );
  }

  /** A box: nine edges that meet in threes. */
  box([x, y]: Place, size: number): void {
    const [w, h, dx, dy] = [size, size * 0.7, size * 0.45, -size * 0.3];
    const front: Place[] = [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
      [x, y],
    ];
    this.add(straightsThrough(front));
    this.add(
      straightsThrough([
        [x, y],
        [x + dx, y + dy],
        [x + w + dx, y + dy],
        [x + w + dx, y + h + dy],
        [x + w, y + h],
      ]),
    );
    this.add(
      straightsThrough([
        [x + w, y],
        [x + w + dx, y + dy],
      ]),
    );
  }

  /** A branch with leaves that begin on it, each with a midrib. */
  branch([x, y]: Place, size: number): void {
    const spine: Place[] = [
      [x, y],
      [x + size * 0.35, y - size * 0.25],
      [x + size * 0.7, y - size * 0.3],
      [x + size, y - size * 0.6],
    ];
    const run = throughPlaces(spine);
    this.add(run);
    for (const [k, side] of [
      [0.25, 1],
      [0.45, -1],
      [0.65, 1],
    ] as const) {
      const i = 2 * Math.floor((k * run.length) / 2);
      const [bx, by] = [run[i], run[i + 1]];
      const [tx, ty] = [bx + size * 0.3, by + side * size * 0.3];
      const [nx, ny] = [-(ty - by) * 0.3, (tx - bx) * 0.3];
      const middle: Place = [(bx + tx) / 2, (by + ty) / 2];
      this.add(
        throughPlaces([
          [bx, by],
          [middle[0] + nx, middle[1] + ny],
          [tx, ty],
        ]),
      );
      this.add(
        throughPlaces([
          [bx, by],
          [middle[0] - nx, middle[1] - ny],
          [tx, ty],
        ]),
      );
      this.add(throughPlaces([[bx, by], middle, [bx + (tx - bx) * 0.85, by + (ty - by) * 0.85]]));
    }
  }

  /** Long strokes that cross each other, as rigging and poles do. */
  rigging([x, y]: Place, size: number): void {
    for (let i = 0; i < 5; i++) {
      const a = x + (size * i) / 4;
      this.add(
        straightsThrough([
          [a, y],
          [x + size * this.between(0, 1), y + size],
        ]),
      );
    }
    this.add(
      throughPlaces([
        [x - 4, y + size * 0.3],
        [x + size / 2, y + size * 0.42],
        [x + size + 4, y + size * 0.25],
      ]),
    );
    this.add(
      throughPlaces([
        [x - 4, y + size * 0.75],
        [x + size / 2, y + size * 0.6],
        [x + size + 4, y + size * 0.7],
      ]),
    );
  }

  /** Small closed things: buttons, berries, rivets. */
  berries([x, y]: Place, size: number): void {
    for (let i = 0; i < 7; i++) {
      const r = this.between(1.5, 5);
      this.add(ellipseArc([x + (size * i) / 6, y + this.between(-6, 6)], [r, r * this.between(0.8, 1)]), {
        closed: true,
      });
    }
  }

  /** A wandering line with tight turns, such as cloth or hair. */
  fold([x, y]: Place, size: number): void {
    const places: Place[] = Array.from({ length: 8 }, (_, i) => [
      x + (size * i) / 7 + this.between(-3, 3),
      y + (i % 2 === 0 ? -1 : 1) * this.between(3, size * 0.18),
    ]);
    this.add(throughPlaces(places));
  }

  /** Axes and boxes that the drawing was built on, at about a third of its darkness. */
  construction(): void {
    for (let i = 0; i < 3; i++) {
      const x = this.between(20, widthMm - 20);
      this.add(
        straightsThrough([
          [x, 8],
          [x + this.between(-15, 15), heightMm - 8],
        ]),
        { part: 'construction', darkness: 0.33 },
      );
      const y = this.between(20, heightMm - 20);
      this.add(
        straightsThrough([
          [8, y],
          [widthMm - 8, y + this.between(-10, 10)],
        ]),
        { part: 'construction', darkness: 0.33 },
      );
    }
  }

  /** Strokes rubbed out, of which a trace is left. */
  erased(): void {
    for (let i = 0; i < 4; i++) {
      const [x, y] = [this.between(30, widthMm - 60), this.between(30, heightMm - 40)];
      this.add(
        throughPlaces([
          [x, y],
          [x + 15, y + this.between(-8, 8)],
          [x + 35, y + this.between(-8, 8)],
        ]),
        {
          part: 'erased',
          darkness: 0.18,
        },
      );
    }
  }
}

/**
 * A known drawing of made-up things on a sheet of 300 × 240 mm: the same for the same number.
 *
 * @param with construction and rubbed-out strokes beneath, when asked
 */
export function drawingScene(number: number, beneath = false): KnownDrawing {
  const sheet = new Sheet(seeded(1000 + number));
  const cells: Place[] = [];
  for (let row = 0; row < 2; row++)
    for (let column = 0; column < 3; column++) cells.push([30 + column * 95, 30 + row * 110]);
  const kinds = ['pot', 'box', 'branch', 'rigging', 'berries', 'fold'] as const;
  cells.forEach(([x, y], i) => {
    const kind = kinds[(i + number) % kinds.length];
    const size = sheet.between(50, 68);
    if (kind === 'pot') sheet.pot([x + 25, y + 10], size);
    else if (kind === 'box') sheet.box([x, y + 25], size * 0.7);
    else if (kind === 'branch') sheet.branch([x, y + size], size);
    else if (kind === 'rigging') sheet.rigging([x, y], size);
    else if (kind === 'berries') {
      sheet.berries([x, y + 15], size);
      sheet.fold([x, y + 55], size);
    } else {
      sheet.fold([x, y + 20], size);
      sheet.fold([x, y + 60], size);
    }
  });
  // One long line behind everything, as a table or a horizon.
  if (number % 2 === 0)
    sheet.add(
      throughPlaces([
        [5, 132],
        [100, 136],
        [200, 131],
        [295, 137],
      ]),
    );
  if (beneath) {
    sheet.construction();
    sheet.erased();
  }
  return { name: `drawing ${number}`, widthMm, heightMm, strokes: sheet.strokes };
}
