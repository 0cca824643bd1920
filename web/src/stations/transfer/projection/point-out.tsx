import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { isConvexQuad, quadBy, type Quad } from '@nobrel/core/geometry';
import { LeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { cornersInside, SheetCorners } from '../../../leaves/leaf/sheet-corners.js';
import { useSize } from '../../../leaves/leaf/use-size.js';
import * as css from './projection.module.css';

type PointOutProps = {
  photograph: Blob;
  /** Hears the corners, shares of the photograph's width and height. */
  onPoint: (corners: Quad) => void;
};

/** A photograph as the page shows it, and its sides, pixels. */
type Shown = { url: string; width: number; height: number };

/** The photograph as something to show; null until it is read, and where it cannot be. */
function useShown(photograph: Blob): Shown | null {
  const [shown, setShown] = useState<Shown | null>(null);
  useEffect(() => {
    const url = URL.createObjectURL(photograph);
    const image = new Image();
    image.addEventListener('load', () =>
      setShown({ url, width: image.naturalWidth, height: image.naturalHeight }),
    );
    image.src = url;
    return () => URL.revokeObjectURL(url);
  }, [photograph]);
  return shown;
}

/** The corners of the surface pointed out on the photograph, where its outline is not seen by itself. */
export function PointOut({ photograph, onPoint }: PointOutProps) {
  const shown = useShown(photograph);
  return shown && <Corners shown={shown} onPoint={onPoint} />;
}

/** How much of the photograph is shown close, as a share of its width. */
const closeShare = 0.06;

function Corners({ shown, onPoint }: { shown: Shown; onPoint: PointOutProps['onPoint'] }) {
  const { url, width, height } = shown;
  const [corners, setCorners] = useState(() => cornersInside(shown));
  /** The corner that was moved last, which is shown close. */
  const [inHand, setInHand] = useState(0);
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const move = (next: Quad) => {
    const moved = next.findIndex((corner, k) => corner !== corners[k]);
    if (moved >= 0) setInHand(moved);
    setCorners(quadBy((k) => within(next[k], shown)));
  };
  const fault = isConvexQuad(corners)
    ? null
    : 'The corners go round the surface: top left, top right, bottom right, bottom left.';
  const close = closeShare * width;
  const { x, y } = corners[inHand] ?? corners[0];
  return (
    <div className={css.pointOut}>
      <div ref={frame}>
        <LeafScale value={size.width / width}>
          <svg viewBox={`0 0 ${width} ${height}`} aria-label="The photograph">
            <image href={url} width={width} height={height} />
            <SheetCorners corners={corners} onMove={move} />
          </svg>
        </LeafScale>
      </div>
      <svg
        className={css.pointOutClose}
        role="img"
        aria-label="The corner moved last, close"
        viewBox={`${x - close / 2} ${y - close / 2} ${close} ${close}`}
      >
        <image href={url} width={width} height={height} />
        <path d={`M${x - close / 2} ${y}h${close}M${x} ${y - close / 2}v${close}`} />
      </svg>
      <div>
        <p>
          Drag the four corners onto those of the surface, its own top left first, or move them by the arrow
          keys. Where tape or the edge of a panel is seen between them, it places them finer.
        </p>
        {fault && <p role="alert">{fault}</p>}
        <Button
          type="primary"
          disabled={fault !== null}
          onClick={() => onPoint(quadBy((k) => ({ x: corners[k].x / width, y: corners[k].y / height })))}
        >
          Place it by these corners
        </Button>
      </div>
    </div>
  );
}

/** A corner stays in the photograph, where it can be seen. */
const within = ({ x, y }: { x: number; y: number }, { width, height }: Shown) => ({
  x: Math.min(width, Math.max(0, x)),
  y: Math.min(height, Math.max(0, y)),
});
