import { Button, Input } from 'antd';
import { useState } from 'react';
import {
  fitDecisionsSchema,
  lightPassed,
  sidesWords,
  surfaceKind,
  surfaceOf,
  tooths,
  toCut,
  type FitDecisions,
  type Sides,
} from '@nobrel/core/fit';
import type { DecisionPath } from '@nobrel/core/decisions';
import { formatSize } from '@nobrel/core/units';
import { DecisionGap } from '../../bench/sentence/decision-gap.js';
import { ChoiceGap, ColourGap, LengthGap } from '../../bench/sentence/gaps.js';
import { messageOf } from '../../store/api/base.js';
import { useForgetSizeMutation, useSaveSizeMutation, useSizesQuery } from '../../store/api/fit.js';
import { useUnit } from '../../store/hooks.js';
import { ToolInHand } from '../../leaves/in-hand.js';
import { useFit } from './use-fit.js';
import { clsx } from 'clsx';
import * as leafCss from '../../leaves/leaf/leaf.module.css';
import * as panelsCss from '../../bench/panels.module.css';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';
import * as css from './fit.module.css';

type Trait = 'watercolour' | 'erases' | 'dents' | 'takesWax' | 'tapeMarks';

const traitWords: Readonly<Record<Trait, readonly [string, string]>> = {
  watercolour: ['takes transparent watercolour', 'takes opaque or dry colour'],
  erases: ['may be erased', 'must not be erased'],
  dents: ['is dented by a hard point', 'is not dented'],
  takesWax: ['takes wax', 'is spoiled by wax'],
  tapeMarks: ['is marked by tape', 'may be taped'],
};

const sideNames: readonly (keyof Sides)[] = ['top', 'right', 'bottom', 'left'];

/** The surface with its margins, sides and ground, in place of the right leaf. */
export function SurfaceTool() {
  return <ToolInHand right={{ panel: <SurfacePanel /> }} />;
}

/** What the surface is like, and what surrounds the picture on it. */
function SurfacePanel() {
  const { fit, change, faultWith } = useFit();
  const unit = useUnit();
  const kind = surfaceKind(fit.kind);
  const cut = toCut(fit);
  const gap = (at: DecisionPath<FitDecisions>) => (
    <DecisionGap table={fitDecisionsSchema} at={at} values={fit} onChange={change} check={faultWith} />
  );
  return (
    <section
      className={leafCss.leaf}
      data-part="leaf"
      aria-label="The surface and what surrounds the picture"
    >
      <header className={leafCss.leafHead}>
        <h2>The surface</h2>
      </header>
      <div className={clsx(panelsCss.panelBody, sentenceCss.sentence, sentenceCss.panelSentence)}>
        <div className={sentenceCss.words}>
          {kind.gramsPerM2 !== undefined && <>It weighs {gap('gramsPerM2')}. </>}
          Its ground is{' '}
          <ColourGap
            label="Ground colour"
            value={fit.groundColour}
            onChange={(groundColour) => change({ groundColour })}
          />
          {kind.stretched && (
            <>
              , on bars {gap('barDepthMm')} deep, with {gap('wrapMm')} wrapped behind them
            </>
          )}
          . <Traits />
        </div>
        <SidesRow label="Margin" field="marginsMm" />
        <div className={sentenceCss.words}>
          A mount covers {gap('matMm')} on each side
          {!kind.stretched && (
            <>
              ; {gap('trimMm')} more are cut off at the end, and {gap('tapeMm')} lie under tape
            </>
          )}
          .{' '}
          {cut && (
            <>
              {cut.of === 'canvas' ? 'Canvas' : cut.of === 'board' ? 'Board' : 'Paper'} to cut:{' '}
              <strong>{formatSize(cut.size.widthMm, cut.size.heightMm, unit)}</strong>.
            </>
          )}
        </div>
        {fit.placement === 'bottom-heavy' && (
          <div className={sentenceCss.words}>Below the picture is {gap('bottomRatio')} what is above it.</div>
        )}
        <SidesRow label="Space beyond the photograph" field="offPictureMm" />
        <SavedSizes />
      </div>
    </section>
  );
}

/** What is known of the kind, each to be changed for this work. */
function Traits() {
  const { fit, change } = useFit();
  const surface = surfaceOf(fit);
  const set = (traits: FitDecisions['traits']) => change({ traits: { ...fit.traits, ...traits } });
  const names: readonly Trait[] = ['watercolour', 'erases', 'dents', 'takesWax', 'tapeMarks'];
  return (
    <>
      It is{' '}
      <ChoiceGap
        label="Tooth"
        value={surface.tooth}
        options={tooths.map((value) => ({ value, label: value }))}
        onChange={(tooth) => set({ tooth })}
      />
      , passes{' '}
      <ChoiceGap
        label="Light passed"
        value={surface.passesLight}
        options={lightPassed.map((value) => ({
          value,
          label: value === 'none' ? 'no light' : `${value} light`,
        }))}
        onChange={(passesLight) => set({ passesLight })}
      />
      {names.map((name) => (
        <span key={name}>
          ,{' '}
          <ChoiceGap
            label={traitWords[name][0]}
            value={surface[name] ? 'yes' : 'no'}
            options={[
              { value: 'yes', label: traitWords[name][0] },
              { value: 'no', label: traitWords[name][1] },
            ]}
            onChange={(value) => set({ [name]: value === 'yes' })}
          />
        </span>
      ))}
      .{' '}
      {Object.keys(fit.traits).length > 0 && (
        <Button size="small" onClick={() => change({ traits: {} })}>
          As usual for its kind
        </Button>
      )}
    </>
  );
}

/** A length on each of the four sides. */
function SidesRow({ label, field }: { label: string; field: 'marginsMm' | 'offPictureMm' }) {
  const { fit, change, faultWith } = useFit();
  const unit = useUnit();
  const sides = fit[field];
  return (
    <div className={sentenceCss.words} title={`${label}: ${sidesWords(sides, unit)}`}>
      {field === 'marginsMm' ? 'Left free' : 'Kept beyond the photograph for what it cuts off'}:{' '}
      {sideNames.map((side, i) => (
        <span key={side}>
          {i > 0 && ', '}
          {side}{' '}
          <LengthGap
            label={`${label}, ${side}`}
            valueMm={sides[side]}
            check={(mm) => faultWith({ [field]: { ...sides, [side]: mm } })}
            onChange={(mm) => change({ [field]: { ...sides, [side]: mm } })}
          />
        </span>
      ))}
      .
    </div>
  );
}

/** Sizes of one's own: the present one saved under a name, and those no longer used deleted. */
function SavedSizes() {
  const { fit } = useFit();
  const unit = useUnit();
  const sizes = useSizesQuery().data ?? [];
  const [save] = useSaveSizeMutation();
  const [forget] = useForgetSizeMutation();
  const [name, setName] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const keep = async () => {
    const { widthMm, heightMm } = fit;
    try {
      await save({ name, widthMm, heightMm }).unwrap();
      setName('');
      setFault(null);
    } catch (error) {
      setFault(name.trim() === '' ? 'Give the size a name first.' : messageOf(error));
    }
  };
  return (
    <div className={css.savedSizes}>
      <Input.Search
        aria-label="Name for this size"
        placeholder={`A name for ${formatSize(fit.widthMm, fit.heightMm, unit)}`}
        maxLength={60}
        enterButton="Save the size"
        value={name}
        onChange={(event) => setName(event.target.value)}
        onSearch={() => void keep()}
      />
      {fault && (
        <span className={sentenceCss.gapFault} role="alert">
          {fault}
        </span>
      )}
      <ul>
        {sizes.map((size) => (
          <li key={size.id}>
            {size.name}, {formatSize(size.widthMm, size.heightMm, unit)}{' '}
            <Button size="small" type="link" onClick={() => void forget(size.id)}>
              Delete
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
