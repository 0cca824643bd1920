import { stepLength, type Rect } from '../../geometry/index.js';

/** Cells across the narrowest thing that is measured, and the most cells in all. */
const cellsAcross = 10;
const maxCells = 6_000_000;

/** A cell that is covered wholly. */
const whole = 250;

/**
 * Measures how much of a rectangle is covered by bands along lines and by filled shapes, overlaps once, on
 * cells a tenth of the band wide that may be covered in part: good to about one part in a hundred.
 */
export class Coverage {
  private readonly cellMm: number;
  private readonly width: number;
  private readonly height: number;
  private readonly covered: Uint8Array;

  /**
   * @param extent what is measured, mm
   * @param finestMm width of the narrowest band, mm
   */
  constructor(
    private readonly extent: Rect,
    finestMm: number,
  ) {
    this.cellMm = Math.max(finestMm / cellsAcross, Math.sqrt((extent.width * extent.height) / maxCells));
    this.width = Math.max(1, Math.ceil(extent.width / this.cellMm));
    this.height = Math.max(1, Math.ceil(extent.height / this.cellMm));
    this.covered = new Uint8Array(this.width * this.height);
  }

  /** Covers a band along a run of points, round at its ends. */
  addBand(points: ArrayLike<number>, closed: boolean, bandMm: number): void {
    const n = points.length;
    for (let i = 2; i < n; i += 2)
      this.addCapsule(points[i - 2], points[i - 1], points[i], points[i + 1], bandMm / 2);
    if (closed && n > 4) this.addCapsule(points[n - 2], points[n - 1], points[0], points[1], bandMm / 2);
  }

  /** Covers rings; rings within rings are holes. */
  addRings(rings: readonly ArrayLike<number>[]): void {
    const { cellMm, width, extent } = this;
    for (let row = 0; row < this.height; row++) {
      const y = extent.y + (row + 0.5) * cellMm;
      const crossings: number[] = [];
      for (const ring of rings) {
        const n = ring.length;
        for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
          const [ax, ay, bx, by] = [ring[i], ring[i + 1], ring[j], ring[j + 1]];
          if (ay > y !== by > y) crossings.push(ax + ((bx - ax) * (y - ay)) / (by - ay));
        }
      }
      crossings.sort((a, b) => a - b);
      for (let k = 0; k + 1 < crossings.length; k += 2) {
        const from = Math.max(0, (crossings[k] - extent.x) / cellMm);
        const to = Math.min(width, (crossings[k + 1] - extent.x) / cellMm);
        for (let column = Math.floor(from); column < to; column++)
          this.cover(row * width + column, Math.min(to, column + 1) - Math.max(from, column));
      }
    }
  }

  /** Covered area, mm². */
  areaMm2(): number {
    let cells = 0;
    for (const share of this.covered) cells += share;
    // Cells at the far rim may reach over it.
    return (cells / whole / this.covered.length) * this.extent.width * this.extent.height;
  }

  /** The part of the covered area that lies inside rings, mm²; rings within rings are holes. */
  areaWithinMm2(rings: readonly ArrayLike<number>[]): number {
    const inside = new Coverage(this.extent, this.cellMm * cellsAcross);
    inside.addRings(rings);
    let cells = 0;
    for (let i = 0; i < this.covered.length; i++) cells += (this.covered[i] * inside.covered[i]) / whole;
    return (cells / whole / this.covered.length) * this.extent.width * this.extent.height;
  }

  private cover(cell: number, share: number): void {
    const value = whole * Math.min(1, share);
    if (value > this.covered[cell]) this.covered[cell] = value;
  }

  /** Covers all within a radius of a segment. */
  private addCapsule(ax: number, ay: number, bx: number, by: number, radius: number): void {
    const { cellMm, width, height, extent } = this;
    const first = Math.max(0, Math.floor((Math.min(ay, by) - radius - extent.y) / cellMm));
    const last = Math.min(height - 1, Math.ceil((Math.max(ay, by) + radius - extent.y) / cellMm));
    const left = Math.max(0, Math.floor((Math.min(ax, bx) - radius - extent.x) / cellMm));
    const right = Math.min(width - 1, Math.ceil((Math.max(ax, bx) + radius - extent.x) / cellMm));
    const dx = bx - ax;
    const dy = by - ay;
    const squared = dx * dx + dy * dy || 1;
    for (let row = first; row <= last; row++) {
      const y = extent.y + (row + 0.5) * cellMm;
      for (let column = left; column <= right; column++) {
        const x = extent.x + (column + 0.5) * cellMm;
        const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / squared));
        const inside = (radius - stepLength(x - ax - t * dx, y - ay - t * dy)) / cellMm + 0.5;
        if (inside > 0) this.cover(row * width + column, inside);
      }
    }
  }
}
