import { RotateLeftOutlined, RotateRightOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import { turnToTrue, uncroppedPreparation } from '@nobrel/core/reference';
import { NumberGap } from '../../../bench/sentence/gaps.js';
import { Handle } from '../../../leaves/leaf/handle.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { PictureBefore } from './picture-before.js';
import { useSquare } from './use-squaring.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { clsx } from 'clsx';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './tools.module.css';

const degrees = (rad: number) => Math.round((rad * 180 * 100) / Math.PI) / 100;

/** The line's ends as shares of the picture's sides. */
const atFirst: readonly [Point, Point] = [
  { x: 0.2, y: 0.5 },
  { x: 0.8, y: 0.5 },
];

/** Turning: quarter turns, and a fine turn by a line along something that should be level or plumb. */
export function LevelTool() {
  const { picture, squaring } = useMainPicture();
  const square = useSquare();
  const [ends, setEnds] = useState(atFirst);
  const [clicked, setClicked] = useState<0 | 1>(0);
  const [fault, setFault] = useState<string | null>(null);
  const uncropped = uncroppedPreparation(picture, squaring);
  const { width, height } = uncropped;
  const [from, to] = ends.map(({ x, y }) => ({ x: x * width, y: y * height }));
  const move = (index: number, x: number, y: number) =>
    setEnds(([a, b]) => {
      const at = (i: number, end: Point) =>
        i === index
          ? {
              x: Math.min(1, Math.max(0, end.x + x / width)),
              y: Math.min(1, Math.max(0, end.y + y / height)),
            }
          : end;
      return [at(0, a), at(1, b)];
    });
  /** Clicks put down one end, then the other. */
  const putDown = ({ x, y }: Point) => {
    const at = { x: x / width, y: y / height };
    setEnds(([a, b]) => (clicked === 0 ? [at, b] : [a, at]));
    setClicked(clicked === 0 ? 1 : 0);
  };
  const level = () => {
    const turnRad = from && to ? turnToTrue(from, to, squaring.turnRad) : null;
    setFault(turnRad === null ? 'The line is too short to tell its direction. Draw its ends apart.' : null);
    if (turnRad === null) return;
    square({ turnRad });
    setEnds(atFirst);
  };
  const turned = (by: number) => square({ quarterTurns: (squaring.quarterTurns + by + 4) % 4 });
  const whole = { x: 0, y: 0, width, height };
  return (
    <ToolInHand
      sentence={
        <>
          Turn it by{' '}
          <NumberGap
            label="Fine turn"
            value={degrees(squaring.turnRad)}
            unit="°"
            min={-45}
            max={45}
            onChange={(value) => square({ turnRad: ((value ?? 0) * Math.PI) / 180 })}
          />{' '}
          or click both ends of something that should be level or plumb.{' '}
          <Button size="small" type="primary" onClick={level}>
            Level by this line
          </Button>{' '}
          <Button size="small" icon={<RotateLeftOutlined />} onClick={() => turned(-1)}>
            Turn left
          </Button>{' '}
          <Button size="small" icon={<RotateRightOutlined />} onClick={() => turned(1)}>
            Turn right
          </Button>
          {fault && (
            <span className={clsx(sentenceCss.gapFault, sentenceCss.toolFault)} role="alert">
              {fault}
            </span>
          )}
        </>
      }
      left={{
        title: 'Turned, before the crop',
        extent: whole,
        apart: true,
        onPick: putDown,
        content: <PictureBefore squaring={{ ...squaring, crop: null }} at={whole} />,
        handles: from && to && (
          <>
            <line className={css.levelLine} x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
            <Handle label="First end of the line" {...from} onMove={(x, y) => move(0, x, y)} />
            <Handle label="Second end of the line" {...to} onMove={(x, y) => move(1, x, y)} />
          </>
        ),
      }}
    />
  );
}
