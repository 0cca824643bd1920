import { useLeafScale } from '../../leaves/leaf/leaf-scale.js';
import { useCorrections } from '../../bench/use-corrections.js';
import { clsx } from 'clsx';
import * as css from './map.module.css';

/** Radius of a pin, pixels on the screen. */
const pinPx = 11;

/** Numbers of the pins on a leaf; a settled one is struck out. */
export function PinMarks() {
  const corrections = useCorrections();
  const scale = useLeafScale();
  const r = pinPx / scale;
  return corrections.pins.map((pin, i) => {
    const { x, y } = corrections.toSurface(pin.at);
    return (
      <g key={pin.id} className={clsx(css.mapPin, pin.settled && css.mapPinSettled)} data-part="map-pin">
        <circle cx={x} cy={y} r={r} />
        <text x={x} y={y} fontSize={1.2 * r} textAnchor="middle" dominantBaseline="central">
          {i + 1}
        </text>
        {pin.settled && <line x1={x - r} y1={y + r} x2={x + r} y2={y - r} />}
      </g>
    );
  });
}
