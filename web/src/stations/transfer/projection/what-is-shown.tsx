import { Button, Segmented, Slider, Switch } from 'antd';
import {
  defaultWallPicture,
  betterLineColour,
  partOf,
  type ProjectedExtent,
  type ProjectedView,
  type WallPicture,
  type WallSize,
} from '@nobrel/core/transfer';
import { useDecisions } from '../../../store/use-work.js';
import { ColourGap, LengthGap } from '../../../bench/sentence/gaps.js';
import { perMmOf, usePlaced } from './placing.js';
import type { Wall } from './use-wall.js';
import * as css from './projection.module.css';

const views: readonly { value: ProjectedView; label: string }[] = [
  { value: 'lines', label: 'lines' },
  { value: 'values', label: 'values' },
  { value: 'reference', label: 'reference' },
  { value: 'check', label: 'check figure' },
  { value: 'dots', label: 'dots' },
];
const extents: readonly { value: ProjectedExtent; label: string }[] = [
  { value: 'all', label: 'all lines' },
  { value: 'stretch', label: 'this stretch' },
  { value: 'shape', label: 'this shape' },
];

/** What is shown, in which colour and how broad. */
export function WhatIsShown({ surface, wall }: { surface: WallSize; wall: Wall }) {
  const { placed } = usePlaced(wall, surface);
  const pixelMm = 1 / perMmOf(placed, partOf(placed, surface).width);
  const picture = wall.told?.picture ?? defaultWallPicture;
  const switches = (key: 'onlyLeft' | 'grid', label: string) => (
    <label>
      <Switch
        aria-label={label}
        checked={picture[key]}
        onChange={(checked) => wall.change({ [key]: checked } satisfies Partial<WallPicture>)}
      />{' '}
      {label}
    </label>
  );
  return (
    <section aria-label="What is shown">
      <h2>Shown</h2>
      <Segmented<ProjectedView>
        size="large"
        aria-label="What is on the wall"
        options={[...views]}
        value={picture.view}
        onChange={(view) => wall.change({ view })}
      />
      <Segmented<ProjectedExtent>
        size="large"
        aria-label="Which lines"
        options={[...extents]}
        value={picture.extent}
        onChange={(extent) => wall.change({ extent })}
      />
      <div className={css.steerRow}>
        {switches('onlyLeft', 'only what is still to trace')}
        {switches('grid', 'with the grid')}
      </div>
      <label className={css.steerRow}>
        <span>Brightness</span>
        <Slider
          className={css.steerSlider}
          min={10}
          max={100}
          step={5}
          value={Math.round(100 * picture.brightness)}
          tooltip={{ formatter: (value) => `${value ?? 100} %` }}
          ariaLabelForHandle="Brightness"
          onChange={(percent) => wall.change({ brightness: percent / 100 })}
        />
      </label>
      <div className={css.steerRow}>
        Lines in{' '}
        <ColourGap
          label="Colour of the lines"
          value={picture.colour}
          onChange={(colour) => wall.change({ colour })}
        />
        <LengthGap
          label="Width of the lines on the wall"
          alwaysMm
          valueMm={picture.lineMm}
          check={(mm) => (mm >= 0.1 && mm <= 100 ? null : 'Type a width from 0.1 to 100 mm.')}
          onChange={(lineMm) => wall.change({ lineMm })}
        />{' '}
        {pixelMm > picture.lineMm
          ? `wide on the wall. A pixel is ${pixelMm.toFixed(1)} mm there: they come out that wide.`
          : `wide on the wall: ${(picture.lineMm / pixelMm).toFixed(1)} pixels of ${pixelMm.toFixed(2)} mm.`}
      </div>
      <BestColour picture={picture} pixelMm={pixelMm} onTake={(colour) => wall.change({ colour })} />
    </section>
  );
}

type BestProps = { picture: WallPicture; pixelMm: number; onTake: (colour: string) => void };

/** The colour that lines show best in on this ground in this room; said where another one was taken. */
function BestColour({ picture, pixelMm, onTake }: BestProps) {
  const { room, lumens, pixelsAcross, pixelsDown } = useDecisions('transfer');
  const { groundColour } = useDecisions('fit');
  const areaM2 = (pixelMm ** 2 * pixelsAcross * pixelsDown) / 1e6;
  const light = { groundColour, room, lumens: picture.brightness * lumens, areaM2 };
  const better = betterLineColour(light, picture.colour);
  if (!better) return null;
  const { name, colour, times } = better;
  return (
    <p className={css.steerRow}>
      On this ground, the room {room}, lines show {times.toFixed(1)} times as well in {name}.{' '}
      <Button onClick={() => onTake(colour)}>Show them in {name}</Button>
    </p>
  );
}
