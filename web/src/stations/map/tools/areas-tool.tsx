import { Segmented } from 'antd';
import { useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import type { BrushKind } from '@nobrel/core/map';
import { LengthGap } from '../../../bench/sentence/gaps.js';
import { thinned } from './shapes-tool.js';
import { useCorrections } from '../../../bench/use-corrections.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as css from './tools.module.css';

const kinds: readonly { value: BrushKind; label: string }[] = [
  { value: 'focal', label: 'focal' },
  { value: 'quiet', label: 'quiet' },
  { value: 'exclude', label: 'left out' },
];
const says: Readonly<Record<BrushKind, string>> = {
  focal: 'More is drawn here, and lines here count for more than the rest.',
  quiet: 'Less is drawn here, and lines here count for less.',
  exclude: 'Nothing here is drawn.',
};

/** Areas marked with a round brush: focal, quiet, or left out of the drawing. */
export function AreasTool() {
  const [kind, setKind] = useState<BrushKind>('focal');
  const [radiusMm, setRadiusMm] = useState(12);
  const [stroke, setStroke] = useState<readonly Point[]>([]);
  const corrections = useCorrections();
  const { add, toPicture } = corrections;
  return (
    <ToolInHand
      sentence={
        <>
          <Segmented<BrushKind>
            size="small"
            aria-label="Kind of area"
            options={kinds.map((option) => ({ ...option }))}
            value={kind}
            onChange={setKind}
          />{' '}
          with a brush of{' '}
          <LengthGap
            label="Width of the brush"
            valueMm={2 * radiusMm}
            check={(mm) => (mm >= 1 && mm <= 1000 ? null : 'Type a length from 1 to 1000 mm.')}
            onChange={(mm) => setRadiusMm(mm / 2)}
          />
          . <span role="status">{says[kind]} Paint over it; take it back in the list or with undo.</span>
        </>
      }
      marks={
        <>
          <AreasMarked />
          <Brushed kind={kind} points={stroke} radiusMm={radiusMm} />
        </>
      }
      onStroke={(points, done) => {
        setStroke(done ? [] : points);
        if (done) add({ does: 'brush', kind, path: thinned(points).map(toPicture), radiusMm });
      }}
    />
  );
}

/** Every area marked so far. */
export function AreasMarked() {
  const corrections = useCorrections();
  return corrections.list.map((correction) =>
    correction.does === 'brush' ? (
      <Brushed
        key={correction.id}
        kind={correction.kind}
        points={correction.path.map(corrections.toSurface)}
        radiusMm={correction.radiusMm}
      />
    ) : null,
  );
}

function Brushed({
  kind,
  points,
  radiusMm,
}: {
  kind: BrushKind;
  points: readonly Point[];
  radiusMm: number;
}) {
  const [first] = points;
  if (!first) return null;
  // A single touch is a stroke of no length, drawn as a dot by its round ends.
  const way = points.length === 1 ? [first, first] : points;
  return (
    <polyline
      className={css.area}
      data-part="area"
      data-kind={kind}
      points={way.map(({ x, y }) => `${x},${y}`).join(' ')}
      fill="none"
      strokeWidth={2 * radiusMm}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}
