import { Button } from 'antd';
import { useState } from 'react';
import { NumberGap } from '../../../bench/sentence/gaps.js';
import { useBenchMap } from '../bench-map.js';
import { useCorrections } from '../../../bench/use-corrections.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as panelsCss from '../../../bench/panels.module.css';

/** Guides drawn in blue and never traced: plumb, level, the centre axis, or any angle. */
export function GuidesTool() {
  const { frame } = useBenchMap().layout;
  const [angleDeg, setAngleDeg] = useState(90);
  const { add, toPicture } = useCorrections();
  const centre = { x: frame.x + frame.width / 2, y: frame.y + frame.height / 2 };
  return (
    <ToolInHand
      sentence={
        <>
          Click where the guide runs, at{' '}
          <NumberGap
            label="Angle of the guide"
            value={angleDeg}
            unit="°"
            min={-180}
            max={180}
            onChange={(value) => setAngleDeg(value ?? 0)}
          />{' '}
          <span className={panelsCss.toolButtons}>
            <Button size="small" onClick={() => setAngleDeg(90)}>
              Plumb
            </Button>
            <Button size="small" onClick={() => setAngleDeg(0)}>
              Level
            </Button>
            <Button size="small" onClick={() => add({ does: 'guide', at: toPicture(centre), angleDeg: 90 })}>
              Put in the centre axis
            </Button>
          </span>
        </>
      }
      onPick={(point) => add({ does: 'guide', at: toPicture(point), angleDeg })}
    />
  );
}
