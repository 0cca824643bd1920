import type { Rect } from '@nobrel/core/geometry';

type PictureProps = { hash: string; rendition: 'view' | 'grey'; at: Rect; clip?: Rect; opacity?: number };

/** A reference laid on a leaf at its place, cut to the part that is used when `clip` is given. */
export function PictureOnSurface({ hash, rendition, at, clip, opacity = 1 }: PictureProps) {
  const clipId = clip ? `clip-${rendition}-${clip.x}-${clip.y}-${clip.width}` : undefined;
  return (
    <g opacity={opacity}>
      {clip && (
        <clipPath id={clipId}>
          <rect {...clip} />
        </clipPath>
      )}
      <image
        href={`/api/pictures/${hash}/${rendition}`}
        x={at.x}
        y={at.y}
        width={at.width}
        height={at.height}
        preserveAspectRatio="none"
        {...(clipId ? { clipPath: `url(#${clipId})` } : {})}
      />
    </g>
  );
}

/** The final surface as a blank sheet. */
export function SurfaceSheet({ width, height }: { width: number; height: number }) {
  return <rect className="surface-sheet" width={width} height={height} vectorEffect="non-scaling-stroke" />;
}
