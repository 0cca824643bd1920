import { Button, Input } from 'antd';
import { useState } from 'react';
import { maxNamedParts, maxPartName, minPartMm, type NamedPart } from '@nobrel/core/check';
import type { Point, Rect } from '@nobrel/core/geometry';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { useCheckBench } from '../use-check.js';
import { clsx } from 'clsx';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './tools.module.css';

/** Parts of the drawing that the painter names, so that what is found in them is told by their names. */
export function PartsTool() {
  const { map, check, change } = useCheckBench();
  const { parts } = check;
  const [corners, setCorners] = useState<readonly Point[]>([]);
  const [pointedAt, pointAt] = useState<string | null>(null);
  const box = boxBetween(corners, map.surface);
  const isFull = parts.length >= maxNamedParts;
  const begin = () => setCorners([]);
  const keep = (name: string) => {
    if (!box) return;
    const number =
      1 + parts.reduce((last, { id }) => Math.max(last, Number(id.replace('part-', '')) || 0), 0);
    change({ parts: [...parts, { id: `part-${number}`, name, box }] });
  };
  return (
    <ToolInHand
      {...(!isFull && { onPick: (at: Point) => setCorners(corners.length < 2 ? [...corners, at] : [at]) })}
      marks={<PartBoxes parts={parts} box={box} corners={corners} pointedAt={pointedAt} />}
      sentence={
        isFull ? (
          <span>{maxNamedParts} parts have names: delete one to name another.</span>
        ) : (
          <NewPart corners={corners.length} isBox={box !== null} onKeep={keep} onBegin={begin} />
        )
      }
      panel={<PartList onPoint={pointAt} />}
    />
  );
}

type NewPartProps = {
  /** How many corners are clicked, and whether there is a box between them. */
  corners: number;
  isBox: boolean;
  onKeep: (name: string) => void;
  onBegin: () => void;
};

/** What is asked for to name a part: two corners, and then its name. */
function NewPart({ corners, isBox, onKeep, onBegin }: NewPartProps) {
  const [typed, setTyped] = useState('');
  const name = typed.trim();
  if (corners < 2)
    return (
      <span>
        Name a part: click {corners === 0 ? 'a corner of a box around it' : 'the opposite corner'} on the map.
      </span>
    );
  if (!isBox)
    return (
      <span className={clsx(sentenceCss.gapFault, sentenceCss.toolFault)} role="alert">
        The corners are too close together: click two that are {minPartMm} mm apart each way.
      </span>
    );
  const begin = () => {
    setTyped('');
    onBegin();
  };
  const keep = () => {
    if (name === '') return;
    onKeep(name);
    begin();
  };
  return (
    <>
      It is{' '}
      <Input
        autoFocus
        size="small"
        className={css.partName}
        aria-label="Name of the part"
        placeholder="such as kettle’s handle"
        maxLength={maxPartName}
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        onPressEnter={keep}
      />{' '}
      <Button size="small" type="primary" disabled={name === ''} onClick={keep}>
        Name it
      </Button>{' '}
      <Button size="small" onClick={begin}>
        Begin again
      </Button>
    </>
  );
}

/** The parts that have names: renamed where they stand, or deleted. */
function PartList({ onPoint }: { onPoint: (id: string | null) => void }) {
  const { check, change } = useCheckBench();
  const { parts } = check;
  const rename = (part: NamedPart, next: string) =>
    change({ parts: parts.map((other) => (other.id === part.id ? { ...other, name: next } : other)) });
  return (
    <section aria-label="Parts with a name">
      <h3>{parts.length === 0 ? 'No part has a name yet' : 'Parts'}</h3>
      <p>What is found in a part is told by its name; where the whole of it is off, as one.</p>
      <ul className={css.partList}>
        {parts.map((part) => (
          <li key={part.id} onPointerEnter={() => onPoint(part.id)} onPointerLeave={() => onPoint(null)}>
            <PartName
              key={part.name}
              name={part.name}
              onFocus={() => onPoint(part.id)}
              onRename={(next) => rename(part, next)}
            />
            <Button
              size="small"
              aria-label={`Delete ${part.name}`}
              onClick={() => change({ parts: parts.filter(({ id }) => id !== part.id) })}
            >
              Delete
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

type PartNameProps = { name: string; onFocus: () => void; onRename: (name: string) => void };

/** The name of a part, changed where it stands; an empty one is not taken, and the one there was stands again. */
function PartName({ name, onFocus, onRename }: PartNameProps) {
  const [typed, setTyped] = useState(name);
  const settle = () => {
    const next = typed.trim();
    setTyped(next === '' ? name : next);
    if (next !== '' && next !== name) onRename(next);
  };
  return (
    <Input
      aria-label={`Name of ${name}`}
      size="small"
      maxLength={maxPartName}
      value={typed}
      onChange={({ target }) => setTyped(target.value)}
      onFocus={onFocus}
      onPressEnter={({ currentTarget }) => currentTarget.blur()}
      onBlur={settle}
    />
  );
}

/** The box between two corners, as far as it lies on the surface; null while it holds nothing. */
function boxBetween(
  [a, b]: readonly Point[],
  { width, height }: { width: number; height: number },
): Rect | null {
  if (!a || !b) return null;
  const within = (value: number, max: number) => Math.min(max, Math.max(0, value));
  const [left, right] = [within(Math.min(a.x, b.x), width), within(Math.max(a.x, b.x), width)];
  const [top, bottom] = [within(Math.min(a.y, b.y), height), within(Math.max(a.y, b.y), height)];
  const box = { x: left, y: top, width: right - left, height: bottom - top };
  return box.width >= minPartMm && box.height >= minPartMm ? box : null;
}

type PartBoxesProps = {
  parts: readonly NamedPart[];
  box: Rect | null;
  corners: readonly Point[];
  pointedAt: string | null;
};

/** Parts that have names, and the one about to get one. */
function PartBoxes({ parts, box, corners, pointedAt }: PartBoxesProps) {
  const scale = useLeafScale();
  return (
    <g className={css.partBoxes} data-part="part-boxes" aria-hidden>
      {parts.map(({ id, name, box: at }) => (
        <g key={id} className={id === pointedAt ? css.partPointed : undefined}>
          <rect
            {...at}
            strokeWidth={(id === pointedAt ? 2.5 : 1.2) / scale}
            strokeDasharray={`${5 / scale} ${3 / scale}`}
          />
          <text x={at.x} y={at.y - 4 / scale} fontSize={13 / scale} strokeWidth={3 / scale}>
            {name}
          </text>
        </g>
      ))}
      {box && <rect className={css.partNew} {...box} strokeWidth={2 / scale} />}
      {!box && corners.map(({ x, y }, k) => <circle key={k} cx={x} cy={y} r={5 / scale} />)}
    </g>
  );
}
