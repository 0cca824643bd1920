import type { Finding } from '@nobrel/core/check';
import { pathData, type MapDocument } from '@nobrel/core/documents';
import type { Point } from '@nobrel/core/geometry';
import { useLeafScale } from '../../leaves/leaf/leaf-scale.js';
import { clsx } from 'clsx';
import * as css from './check.module.css';

/** So many findings are marked at once; the one pointed at always is. */
const maxMarked = 12;

type FindingMarksProps = {
  findings: readonly Finding[];
  map: MapDocument;
  pointedAt: string | null;
  onPoint: (key: string | null) => void;
  /** Whether the leaf shows what is wanted, or what was drawn. */
  side: 'wanted' | 'drawn';
};

/** Where findings are: numbers at their spots, and of the one pointed at the lines and which way they have to go. */
export function FindingMarks({ findings, map, pointedAt, onPoint, side }: FindingMarksProps) {
  const pointed = findings.find(({ key }) => key === pointedAt);
  return (
    <g>
      {pointed && <PointedFinding finding={pointed} map={map} side={side} />}
      {findings.map((finding, i) =>
        finding.kind !== 'whole' && (i < maxMarked || finding === pointed) ? (
          <NumberMark
            key={finding.key}
            at={finding.at}
            number={i + 1}
            isPointed={finding === pointed}
            onPoint={() => onPoint(finding.key)}
          />
        ) : null,
      )}
    </g>
  );
}

type NumberMarkProps = { at: Point; number: number; isPointed: boolean; onPoint?: () => void };

/** A number in the margin, at its spot on a leaf. */
export function NumberMark({ at, number, isPointed, onPoint }: NumberMarkProps) {
  const scale = useLeafScale();
  return (
    <g
      className={clsx(css.findingNumber, isPointed && css.findingNumberPointed)}
      data-part="finding-number"
      // Above its spot, so that what is there is seen.
      transform={`translate(${at.x} ${at.y}) scale(${1 / scale}) translate(0 ${isPointed ? -26 : -15})`}
      onPointerEnter={onPoint}
      aria-hidden
    >
      <circle r={isPointed ? 11 : 8} />
      <text y={4} textAnchor="middle">
        {number}
      </text>
    </g>
  );
}

function PointedFinding({
  finding,
  map,
  side,
}: Pick<FindingMarksProps, 'map' | 'side'> & { finding: Finding }) {
  const scale = useLeafScale();
  const lines = map.lines.filter(({ id }) => finding.lines.includes(id));
  const wanted = lines.map(pathData).join('');
  if (finding.kind === 'extra')
    return (
      <path
        className={css.findingExtra}
        data-part="finding-extra"
        d={pathData({ points: finding.points, closed: false })}
        strokeWidth={3.5 / scale}
      />
    );
  if (finding.kind === 'whole') return null;
  if (finding.kind === 'missing' || finding.kind === 'dark' || side === 'wanted')
    return (
      <path
        className={css.findingWanted}
        data-part="finding-wanted"
        d={wanted}
        strokeWidth={2.4 / scale}
        strokeDasharray={`${6 / scale} ${3 / scale}`}
      />
    );
  if (finding.kind === 'ellipse')
    return (
      <>
        <path
          className={css.findingWanted}
          data-part="finding-wanted"
          d={wanted}
          strokeWidth={1.8 / scale}
          strokeDasharray={`${6 / scale} ${3 / scale}`}
        />
        <path
          className={css.findingDrawn}
          d={pathData({ points: finding.points, closed: true })}
          strokeWidth={2 / scale}
        />
      </>
    );
  const { at, move } = finding;
  const moved = `translate(${at.x + move.dx} ${at.y + move.dy}) rotate(${move.angleDeg}) scale(${move.scale}) translate(${-at.x} ${-at.y})`;
  return (
    <>
      <path
        className={css.findingWanted}
        data-part="finding-wanted"
        d={wanted}
        strokeWidth={1.8 / scale}
        strokeDasharray={`${6 / scale} ${3 / scale}`}
      />
      <g transform={moved}>
        <path className={css.findingDrawn} d={wanted} strokeWidth={2 / scale / move.scale} />
      </g>
      <Arrow from={{ x: at.x + move.dx, y: at.y + move.dy }} to={at} />
    </>
  );
}

/** Length of an arrow's head, pixels. */
const headPx = 9;

/** From where something is drawn to where it belongs, at true length. */
function Arrow({ from, to }: { from: { x: number; y: number }; to: { x: number; y: number } }) {
  const scale = useLeafScale();
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy);
  if (length === 0) return null;
  const head = Math.min(headPx / scale, length / 2);
  const [ux, uy] = [dx / length, dy / length];
  const side = (sign: number) =>
    `${to.x - head * ux + sign * 0.5 * head * uy} ${to.y - head * uy - sign * 0.5 * head * ux}`;
  return (
    <path
      className={css.findingArrow}
      d={`M${from.x} ${from.y}L${to.x} ${to.y}M${side(1)}L${to.x} ${to.y}L${side(-1)}`}
      strokeWidth={2.5 / scale}
    />
  );
}
