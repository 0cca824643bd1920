import { Button } from 'antd';
import { useState } from 'react';
import { isConvexQuad, quadBy, type Quad } from '@nobrel/core/geometry';
import { unsquared } from '@nobrel/core/reference';
import { Handle } from '../../leaves/handle.js';
import { ToolInHand } from '../../leaves/in-hand.js';
import { ReferencePicture } from '../../leaves/reference-picture.js';
import { useCheckBench } from './use-check.js';

const cornerNames = ['top left', 'top right', 'bottom right', 'bottom left'] as const;

/** Corners to begin with where none are known: somewhat inside the photograph. */
function insideOf({ width, height }: { width: number; height: number }): Quad {
  return quadBy((k) => ({
    x: (k === 1 || k === 2 ? 0.88 : 0.12) * width,
    y: (k >= 2 ? 0.88 : 0.12) * height,
  }));
}

/** The corners of the surface on the photograph, where they were not found or not rightly. */
export function CornersTool() {
  const { round, picture, checked, lookAgain, reading } = useCheckBench();
  const [moved, setMoved] = useState<{ round: string; corners: Quad } | null>(null);
  if (!round || !picture)
    return <ToolInHand sentence={<span>There is no photograph yet: bring one in with New round.</span>} />;
  const own = moved?.round === round.id ? moved.corners : null;
  const corners = own ?? round.corners ?? checked?.corners ?? insideOf(picture);
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  const fault = isConvexQuad(corners)
    ? null
    : 'The corners go round the sheet: top left, top right, bottom right, bottom left of the drawing.';
  return (
    <ToolInHand
      sentence={
        <>
          The surface lies between these four corners of the photograph; top left is the top left of the
          drawing.{' '}
          <Button
            size="small"
            type="primary"
            disabled={fault !== null || reading}
            onClick={() => void lookAgain(corners)}
          >
            Look again with these corners
          </Button>{' '}
          {round.corners && (
            <Button
              size="small"
              disabled={reading}
              onClick={() => {
                setMoved(null);
                void lookAgain(null);
              }}
            >
              Find them
            </Button>
          )}
          {fault && (
            <span className="gap-fault tool-fault" role="alert">
              {fault}
            </span>
          )}
        </>
      }
      left={{
        title: 'As it was photographed',
        extent: whole,
        apart: true,
        content: (
          <ReferencePicture picture={picture} squaring={unsquared} look="colour" faintness={0} at={whole} />
        ),
        handles: (
          <>
            <path className="sheet-edge" d={`M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`} />
            {corners.map((corner, index) => (
              <Handle
                key={cornerNames[index]}
                label={`Corner ${cornerNames[index] ?? ''}`}
                x={corner.x}
                y={corner.y}
                mark={cornerNames[index]}
                onMove={(x, y) =>
                  setMoved({
                    round: round.id,
                    corners: quadBy((k) =>
                      k === index ? { x: corners[k].x + x, y: corners[k].y + y } : corners[k],
                    ),
                  })
                }
              />
            ))}
          </>
        ),
      }}
    />
  );
}
