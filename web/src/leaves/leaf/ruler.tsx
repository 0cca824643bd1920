import type { Point } from '@nobrel/core/geometry';
import { mmPerInch, type LengthUnit } from '@nobrel/core/units';
import { rulerPx, rulerSteps, type Base } from './view.js';
import * as css from './leaf.module.css';

const unitMm: Record<LengthUnit, number> = { mm: 1, cm: 10, in: mmPerInch };

type RulerProps = {
  axis: 'x' | 'y';
  lengthPx: number;
  place: Base;
  /** The unit of the numbers, or null where the content has no real size yet. */
  unit: LengthUnit | null;
  /** Where the pointer is, in content units. */
  pointer: number | null;
};

/** A ruler along one edge of a leaf, counted from the content's origin. */
function Ruler({ axis, lengthPx, place, unit, pointer }: RulerProps) {
  const origin = axis === 'x' ? place.x : place.y;
  const one = unit === null ? 1 : unitMm[unit];
  const { major, minor } = rulerSteps(place.scale, one, unit === 'in' ? 8 : 10);
  const ticks = [];
  const first = Math.ceil((rulerPx - origin) / place.scale / minor);
  const last = Math.floor((lengthPx - origin) / place.scale / minor);
  const perMajor = Math.round(major / minor);
  for (let i = first; i <= last && ticks.length < 2000; i++) {
    const at = origin + i * minor * place.scale;
    const isMajor = i % perMajor === 0;
    const from = isMajor ? 8 : 16;
    ticks.push(
      axis === 'x' ? (
        <line key={i} x1={at} x2={at} y1={from} y2={rulerPx} />
      ) : (
        <line key={i} y1={at} y2={at} x1={from} x2={rulerPx} />
      ),
    );
    if (isMajor) {
      const words = String(Math.round((i * minor * 1000) / one) / 1000);
      ticks.push(
        axis === 'x' ? (
          <text key={`t${i}`} x={at + 3} y={10}>
            {words}
          </text>
        ) : (
          <text key={`t${i}`} x={-at - 3} y={10} textAnchor="end" transform="rotate(-90)">
            {words}
          </text>
        ),
      );
    }
  }
  const mark = pointer === null ? null : origin + pointer * place.scale;
  return (
    <g className={css.ruler} aria-hidden>
      <rect width={axis === 'x' ? lengthPx : rulerPx} height={axis === 'x' ? rulerPx : lengthPx} />
      {ticks}
      {mark !== null &&
        (axis === 'x' ? (
          <line className={css.pointer} x1={mark} x2={mark} y1={0} y2={rulerPx} />
        ) : (
          <line className={css.pointer} y1={mark} y2={mark} x1={0} x2={rulerPx} />
        ))}
    </g>
  );
}

type RulersProps = {
  size: { width: number; height: number };
  place: Base;
  unit: LengthUnit | null;
  pointer: Point | null;
};

/** The rulers along two edges of a leaf, with its unit where they meet. */
export function Rulers({ size, place, unit, pointer }: RulersProps) {
  return (
    <>
      <Ruler axis="x" lengthPx={size.width} place={place} unit={unit} pointer={pointer?.x ?? null} />
      <Ruler axis="y" lengthPx={size.height} place={place} unit={unit} pointer={pointer?.y ?? null} />
      <g className={css.ruler} aria-hidden>
        <rect width={rulerPx} height={rulerPx} />
        <text x={rulerPx / 2} y={14} textAnchor="middle">
          {unit ?? 'px'}
        </text>
      </g>
    </>
  );
}
