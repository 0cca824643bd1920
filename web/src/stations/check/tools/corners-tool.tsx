import { Button } from 'antd';
import { useState } from 'react';
import { isConvexQuad, type Quad } from '@nobrel/core/geometry';
import { unsquared } from '@nobrel/core/reference';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { cornersInside, SheetCorners } from '../../../leaves/leaf/sheet-corners.js';
import { ReferencePicture } from '../../../leaves/drawn/reference-picture.js';
import { useCheckBench } from '../use-check.js';
import { foundByItself } from '../use-look.js';
import { clsx } from 'clsx';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

/** The corners of the surface on the photograph, where they were not found or not rightly. */
export function CornersTool() {
  const { round, picture, checked, lookAgain, reading } = useCheckBench();
  const [moved, setMoved] = useState<{ round: string; corners: Quad } | null>(null);
  if (!round || !picture)
    return <ToolInHand sentence={<span>There is no photograph yet: bring one in with New round.</span>} />;
  const own = moved?.round === round.id ? moved.corners : null;
  const corners = own ?? round.corners ?? checked?.corners ?? cornersInside(picture);
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
            onClick={() => void lookAgain({ corners, points: null })}
          >
            Look again with these corners
          </Button>{' '}
          {(round.corners ?? round.points) && (
            <Button
              size="small"
              disabled={reading}
              onClick={() => {
                setMoved(null);
                void lookAgain(foundByItself);
              }}
            >
              Find them
            </Button>
          )}
          {fault && (
            <span className={clsx(sentenceCss.gapFault, sentenceCss.toolFault)} role="alert">
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
          <SheetCorners corners={corners} onMove={(next) => setMoved({ round: round.id, corners: next })} />
        ),
      }}
    />
  );
}
