import type { Point } from '@nobrel/core/geometry';
import { ends } from './run-paths.js';
import type { DrillPicture } from './use-drill-source.js';

/** The picture where it lies on the surface. */
export function PictureBehind({ picture: { href, layout, widthPx, heightPx } }: { picture: DrillPicture }) {
  const { frame, window } = layout;
  const mmPerPx = frame.width / window.width;
  return (
    <image
      href={href}
      x={frame.x - window.x * mmPerPx}
      y={frame.y - window.y * mmPerPx}
      width={widthPx * mmPerPx}
      height={heightPx * mmPerPx}
      preserveAspectRatio="none"
    />
  );
}

/** An edge in its picture, its ends marked. */
export function EdgeInPicture({ run, picture }: { run: readonly Point[]; picture: DrillPicture }) {
  const [a, b] = ends(run);
  if (!a || !b) return null;
  const reach = 0.8 * Math.hypot(b.x - a.x, b.y - a.y);
  const [x, y] = [(a.x + b.x) / 2 - reach, (a.y + b.y) / 2 - reach];
  return (
    <svg
      className="drill-view"
      viewBox={`${x} ${y} ${2 * reach} ${2 * reach}`}
      role="img"
      aria-label="The edge, between its ends"
    >
      <PictureBehind picture={picture} />
      {[a, b].map((end) => (
        <circle
          key={`${end.x} ${end.y}`}
          className="drill-ring"
          cx={end.x}
          cy={end.y}
          r={reach / 18}
          strokeWidth={reach / 70}
        />
      ))}
    </svg>
  );
}
