import { Button } from 'antd';
import {
  findFitFault,
  fitNotes,
  layOut,
  surfaceKinds,
  wholePictureOn,
  type FitDecisions,
} from '@nobrel/core/fit';
import { ChoiceGap, LengthGap, SizeGap } from '../../bench/gaps.js';
import { Notes } from '../../bench/notes.js';
import { Sentence } from '../../bench/sentence.js';
import { StationBench } from '../../bench/station.js';
import { Diptych } from '../../leaves/diptych.js';
import { PictureOnSurface, SurfaceSheet } from '../../leaves/picture-on-surface.js';
import { useDecide, useUnit, useWork } from '../../store/hooks.js';
import { CropHandle } from './crop-handle.js';

const wayOptions: readonly { value: FitDecisions['way']; label: string }[] = [
  { value: 'crop', label: 'cropped to fill it' },
  { value: 'border', label: 'whole, with a border' },
];

/** Where the picture lies on the final surface, to the millimetre. */
export function FitStation() {
  const { decisions, picture } = useWork();
  const unit = useUnit();
  const decide = useDecide();
  const { fit } = decisions;
  const change = (fields: Partial<FitDecisions>) => decide({ room: 'fit', change: fields });
  const faultWith = (fields: Partial<FitDecisions>) => findFitFault({ ...fit, ...fields })?.message ?? null;
  const layout = layOut(picture, fit);
  const whole = wholePictureOn(layout, picture);
  const { surface, frame } = layout;
  const left = Math.min(0, whole.x);
  const top = Math.min(0, whole.y);
  const extent = {
    x: left,
    y: top,
    width: Math.max(surface.width, whole.x + whole.width) - left,
    height: Math.max(surface.height, whole.y + whole.height) - top,
  };
  const handle = <CropHandle frame={frame} whole={whole} fit={fit} onMove={change} />;
  return (
    <StationBench
      sentence={
        <Sentence>
          Put it on{' '}
          <ChoiceGap
            label="Kind of surface"
            value={fit.kind}
            options={surfaceKinds.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(kind) => change({ kind })}
          />{' '}
          of{' '}
          <SizeGap
            label="Size of the surface"
            size={fit}
            check={(size) => faultWith(size)}
            onChange={({ widthMm, heightMm }) => change({ widthMm, heightMm })}
          />
          <Button
            size="small"
            onClick={() => change({ widthMm: fit.heightMm, heightMm: fit.widthMm })}
            title="Swap width and height"
          >
            {fit.widthMm >= fit.heightMm ? 'lying: stand it up' : 'upright: lay it down'}
          </Button>
          ,{' '}
          <ChoiceGap
            label="How the picture fills it"
            value={fit.way}
            options={wayOptions}
            onChange={(way) => change({ way })}
          />
          , with{' '}
          <LengthGap
            label="Margin all round"
            valueMm={fit.marginMm}
            check={(marginMm) => faultWith({ marginMm })}
            onChange={(marginMm) => change({ marginMm })}
          />{' '}
          spare all round.
        </Sentence>
      }
      notes={<Notes notes={fitNotes(picture, fit, decisions.map.pencilMm, unit)} onWay={change} />}
    >
      <Diptych
        extent={extent}
        left={{
          title: 'Reference, with what is used',
          content: (
            <>
              <PictureOnSurface hash={picture.hash} rendition="view" at={whole} opacity={0.35} />
              <PictureOnSurface hash={picture.hash} rendition="view" at={whole} clip={frame} />
              {handle}
            </>
          ),
        }}
        right={{
          title: 'On the surface',
          content: (
            <>
              <SurfaceSheet {...surface} />
              <PictureOnSurface hash={picture.hash} rendition="view" at={whole} clip={frame} />
              {handle}
            </>
          ),
        }}
      />
    </StationBench>
  );
}
