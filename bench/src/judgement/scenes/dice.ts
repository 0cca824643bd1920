import type { Vector } from '@nobrel/demo/raymarch';
import { seeded } from '@nobrel/core/testing';

/** Draws from one seed. */
export class Dice {
  private readonly random: () => number;
  constructor(seed: number) {
    this.random = seeded(seed);
  }
  between(low: number, high: number): number {
    return low + (high - low) * this.random();
  }
  sign(): 1 | -1 {
    return this.random() < 0.5 ? 1 : -1;
  }
  of<T>(items: readonly T[]): T {
    return items[Math.min(items.length - 1, Math.floor(this.random() * items.length))]!;
  }
  /** A saturated colour of about the given lightness of paint, linear light. */
  colour(low = 0.12, high = 0.5, saturation = 0.75): Vector {
    const hue = 6 * this.random();
    const base = this.between(low, high);
    const channel = (offset: number) => {
      const t = (hue + offset) % 6;
      const on = Math.max(0, Math.min(1, 2 - Math.abs(t - 2)));
      return base * (1 - saturation + saturation * 2 * on);
    };
    return [channel(0), channel(4), channel(2)];
  }
  grey(low: number, high: number): Vector {
    const base = this.between(low, high);
    return [base * this.between(0.96, 1.04), base, base * this.between(0.94, 1.03)];
  }
}

/** A colour as light as another but of another hue: what a camera that sees no colour cannot tell apart. */
export function sameValue([r, g, b]: Vector, dice: Dice): Vector {
  const wanted = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const other = dice.colour(0.3, 0.5, 0.8);
  const has = 0.2126 * other[0] + 0.7152 * other[1] + 0.0722 * other[2];
  return [(other[0] * wanted) / has, (other[1] * wanted) / has, (other[2] * wanted) / has];
}
