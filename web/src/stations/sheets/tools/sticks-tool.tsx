import { Select } from 'antd';
import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { pathData, type MapDocument, type MapShape } from '@nobrel/core/documents';
import { pictureOnMap } from '@nobrel/core/file';
import { isWithin, onPictureAt, onSurfaceAt, ringPoints, shapeNumbers, type Place } from '@nobrel/core/map';
import {
  maxSticks,
  stickGiven,
  stickRegions,
  usualSticks,
  type SheetDecisions,
  type Stick,
} from '@nobrel/core/sheets';
import { ColourGap, NameGap } from '../../../bench/sentence/gaps.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useDecide, useWork } from '../../../store/use-work.js';
import { useBenchSheets } from '../bench-sheets.js';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './tools.module.css';

/** A stick, wherever it is rubbed. */
type StickInHand = Pick<Stick, 'name' | 'colour'>;

type Change = (fields: Partial<SheetDecisions>) => void;

/** Which colours are rubbed behind which shapes. */
export function SticksTool() {
  const { map, sheets } = useBenchSheets();
  const decide = useDecide();
  const change = (fields: Partial<SheetDecisions>) => decide({ room: 'sheets', change: fields });
  const sticks = useSticks(sheets, change);
  return (
    <ToolInHand
      sentence={<SticksSentence sticks={sticks} shapes={map.shapes.length} />}
      handles={sticks.stick && <ShapesToRub map={map} sheets={sheets} change={change} stick={sticks.stick} />}
    />
  );
}

/** The stick in hand, and those there are to take: the work's own, then the usual ones. */
function useSticks(sheets: SheetDecisions, change: Change) {
  const { backing } = sheets;
  const [held, hold] = useState<StickInHand | null>(null);
  const names = new Set(backing.sticks.map(({ name }) => name));
  const own: StickInHand[] = backing.sticks.map(({ name, colour }) => ({ name, colour }));
  const room = own.length < maxSticks;
  const all = room ? [...own, ...usualSticks.filter(({ name }) => !names.has(name))] : own;
  if (room && held && !all.some(({ name }) => name === held.name)) all.push(held);
  const stick = all.find(({ name }) => name === held?.name) ?? all[0] ?? usualSticks[0];
  const recolour = (colour: string) => {
    if (!stick) return;
    hold({ ...stick, colour });
    const sticks = backing.sticks.map((one) => (one.name === stick.name ? { ...one, colour } : one));
    if (names.has(stick.name)) change({ backing: { ...backing, sticks } });
  };
  // A usual stick in another colour than usual is held as it was made.
  const inHand = stick && held?.name === stick.name && !names.has(stick.name) ? held : stick;
  return { all, stick: inHand, hold, recolour, room };
}

type Sticks = ReturnType<typeof useSticks>;

/** Which stick is in hand, as a sentence; and one of one's own. */
function SticksSentence({
  sticks: { all, stick, hold, recolour, room },
  shapes,
}: {
  sticks: Sticks;
  shapes: number;
}) {
  const [name, setName] = useState('');
  if (shapes === 0)
    return <>This map has no shapes to back: at Map, ask for values and not for lines only.</>;
  if (!stick) return null;
  const take = () => {
    const wanted = name.trim();
    if (wanted === '') return;
    hold(all.find((one) => one.name === wanted) ?? { name: wanted, colour: stick.colour });
    setName('');
  };
  return (
    <>
      Back these shapes with{' '}
      <Select
        className={sentenceCss.gap}
        aria-label="Backing colour"
        variant="underlined"
        popupMatchSelectWidth={false}
        value={stick.name}
        options={all.map((one) => ({ value: one.name, label: one.name }))}
        onChange={(wanted: string) => hold(all.find((one) => one.name === wanted) ?? null)}
      />{' '}
      <ColourGap label="Its colour" value={stick.colour} onChange={recolour} />
      {room
        ? ', or one of your own: '
        : `. ${maxSticks} colours are in use: clear one before you add another.`}
      {room && (
        <NameGap
          label="Name of a colour of your own"
          placeholder="such as pale green"
          enter="Add it"
          maxLetters={40}
          value={name}
          onChange={setName}
          onEnter={take}
        />
      )}
    </>
  );
}

type ShapesToRubProps = { map: MapDocument; sheets: SheetDecisions; change: Change; stick: StickInHand };

/** The shapes of the map, each in the colour of its stick; a click or Enter gives it the one in hand, or takes it. */
function ShapesToRub({ map, sheets, change, stick }: ShapesToRubProps) {
  const work = useWork();
  const { backing } = sheets;
  const pictureAt = useMemo(() => pictureOnMap(work, map), [work, map]);
  const regions = useMemo(
    () => stickRegions({ map, pictureAt }, backing.sticks),
    [map, pictureAt, backing.sticks],
  );
  const outlines = useMemo(() => outlinesOf(map), [map]);
  // One shape at a time is reached by Tab, so that there is a way past them.
  const [reached, reach] = useState(0);
  const shapes = useRef<(SVGPathElement | null)[]>([]);
  const give = (shape: Outline) => {
    const lies = (at: Place) => {
      const { x, y } = onSurfaceAt(at, pictureAt);
      return isWithin(shape.rings, x, y);
    };
    const sticks = stickGiven(backing.sticks, stick, onPictureAt(shape.middle, pictureAt), lies);
    change({ backing: { ...backing, sticks } });
  };
  const onKey = (event: KeyboardEvent, index: number) => {
    const outline = outlines[index];
    const step = stepOf(event.key);
    if (step !== 0) shapes.current[(index + step + outlines.length) % outlines.length]?.focus();
    else if (outline && (event.key === 'Enter' || event.key === ' ')) give(outline);
    else return;
    event.preventDefault();
    // The leaf would move under it.
    event.stopPropagation();
  };
  return (
    <g role="group" aria-label="Shapes, the largest first: arrow keys go from one to the next">
      {outlines.map((outline, index) => {
        const region = regions.find((one) => one.shapes.includes(outline.shape));
        return (
          <path
            key={outline.shape.id}
            ref={(path) => {
              shapes.current[index] = path;
            }}
            className={css.rubShape}
            data-part="rub-shape"
            d={outline.data}
            fillRule="evenodd"
            vectorEffect="non-scaling-stroke"
            style={{ fill: region ? `rgb(${region.colour.join(',')})` : 'transparent' }}
            role="button"
            tabIndex={index === reached ? 0 : -1}
            aria-pressed={region?.name === stick.name}
            aria-label={`Shape of value ${outline.shape.level + 1}, ${(outline.shape.area / 100).toFixed(1)} cm²: ${region?.name ?? 'the usual colour'}`}
            onFocus={() => reach(index)}
            onClick={() => give(outline)}
            onKeyDown={(event) => onKey(event, index)}
          />
        );
      })}
    </g>
  );
}

/** Which way an arrow key goes along the shapes. */
function stepOf(key: string): 1 | -1 | 0 {
  if (key === 'ArrowRight' || key === 'ArrowDown') return 1;
  return key === 'ArrowLeft' || key === 'ArrowUp' ? -1 : 0;
}

type Outline = {
  shape: MapShape;
  rings: ReturnType<typeof ringPoints>;
  data: string;
  middle: { x: number; y: number };
};

/** The outline of every shape, the largest first, and a spot within it. */
function outlinesOf(map: MapDocument): Outline[] {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const middles = new Map(shapeNumbers(map).map(({ id, x, y }) => [id, { x, y }]));
  const largestFirst = [...map.shapes].sort((a, b) => b.area - a.area);
  return largestFirst.flatMap((shape) => {
    const middle = middles.get(shape.id);
    if (!middle) return [];
    const rings = ringPoints(shape, lines);
    return [
      { shape, rings, middle, data: rings.map((ring) => pathData({ points: ring, closed: true })).join('') },
    ];
  });
}
