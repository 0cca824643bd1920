import { Button, Switch } from 'antd';
import { useMemo, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { lineStrengths, strengthDashes } from '@nobrel/core/sheets';
import {
  findStrengths,
  firstLayerAnswers,
  saysOfStrengths,
  transferDecisionsSchema,
  transferMethods,
  underPaintOf,
  type PaintStage,
  type StrengthsFound,
  type UnderPaint,
} from '@nobrel/core/transfer';
import { DecisionGap } from '../../../bench/sentence/decision-gap.js';
import { ChoiceGap, ColourGap } from '../../../bench/sentence/gaps.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { SurfaceSheet } from '../../../leaves/drawn/surface-sheet.js';
import { useDecide, useDecisions } from '../../../store/use-work.js';
import { AsPainted, StrengthsDrawing } from './paint-drawing.js';
import { useTransfer, useTransferMap } from '../use-transfer.js';
import * as leafCss from '../../../leaves/leaf/leaf.module.css';
import * as transferCss from '../transfer.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './tools.module.css';

type Shown = 'strengths' | PaintStage;
const shownWords: Record<Shown, string> = {
  strengths: 'how dark to draw each line',
  bare: 'the bare drawing',
  toned: 'the toning wash over it',
  first: 'the first layer over it',
  end: 'the finished picture',
};
const titles: Record<Shown, string> = {
  strengths: 'How dark to draw',
  bare: 'Bare drawing',
  toned: 'Under the toning wash',
  first: 'Under the first layer',
  end: 'At the end',
};

/** A warm earth, thinned: what a toning wash mostly is. */
const usualToning = '#e8d8bc';

/** How dark each line is to be drawn, so that it can be followed through the first layer and is gone at the end. */
export function PaintTool() {
  const fit = useDecisions('fit');
  const map = useTransferMap();
  const { transfer, change } = useTransfer();
  const [wanted, setShown] = useState<Shown>('strengths');
  const shown = wanted === 'toned' && transfer.toning === null ? 'bare' : wanted;
  const under = useMemo(() => map && underPaintOf(fit, transfer, map.surface), [fit, transfer, map]);
  const found = useMemo(() => map && under && findStrengths(map, under), [map, under]);
  if (!map || !under || !found) return <ToolInHand sentence={<span role="status">Opening the map…</span>} />;
  const table = { table: transferDecisionsSchema, values: transfer, onChange: change };
  return (
    <ToolInHand
      sentence={
        <>
          Painted with <DecisionGap {...table} at="medium" /> Toned first{' '}
          <ChoiceGap
            label="Toning wash"
            value={transfer.toning === null ? 'none' : 'some'}
            options={[
              { value: 'none', label: 'with nothing' },
              { value: 'some', label: 'with a wash' },
            ]}
            onChange={(is) => change({ toning: is === 'none' ? null : usualToning })}
          />
          {transfer.toning !== null && (
            <>
              {' '}
              <ColourGap
                label="Colour of the toning wash"
                value={transfer.toning}
                onChange={(toning) => change({ toning })}
              />
            </>
          )}{' '}
          Show{' '}
          <ChoiceGap
            label="What is shown"
            value={shown}
            options={(Object.keys(shownWords) as Shown[])
              .filter((id) => id !== 'toned' || transfer.toning !== null)
              .map((value) => ({ value, label: shownWords[value] }))}
            onChange={setShown}
          />
        </>
      }
      left={{ title: titles[shown], content: <Left map={map} found={found} under={under} shown={shown} /> }}
      right={{ panel: <StrengthsPanel found={found} under={under} /> }}
    />
  );
}

type LeftProps = { map: MapDocument; found: StrengthsFound; under: UnderPaint; shown: Shown };

function Left({ map, found, under, shown }: LeftProps) {
  const { lineMm } = useDecisions('sheets');
  const { groundColour } = useDecisions('fit');
  const { toning } = useDecisions('transfer');
  if (shown === 'strengths')
    return (
      <>
        <SurfaceSheet {...map.surface} />
        <StrengthsDrawing map={map} found={found} lineMm={lineMm} />
      </>
    );
  return (
    <AsPainted
      map={map}
      found={found}
      under={under}
      stage={shown}
      lineMm={under.line.widthMm}
      groundColour={shown === 'bare' || toning === null ? groundColour : toning}
    />
  );
}

const metres = (mm: number) => `${(mm / 1000).toFixed(1)} m`;

function StrengthsPanel({ found, under }: { found: StrengthsFound; under: UnderPaint }) {
  const { transfer } = useTransfer();
  const { strengths } = useDecisions('sheets');
  const decide = useDecide();
  const says = saysOfStrengths(found, under, transferMethods[transfer.method].name);
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="How dark to draw the lines">
      <header className={leafCss.leafHead}>
        <h2>Strengths</h2>
      </header>
      <div className={transferCss.stepsList} tabIndex={0} role="region" aria-label="Strengths of the lines">
        <p>As faint as can be followed through the first layer, so that it is gone at the end.</p>
        <ByStrength found={found} />
        {says.map((words) => (
          <p key={words} role="status">
            {words}
          </p>
        ))}
        {found.values.length > 0 && <ByValue found={found} />}
        <OwnTry />
        <div className={sentenceCss.words}>
          <Switch
            size="small"
            aria-label="Print the outline like this"
            checked={strengths === 'paint'}
            onChange={(on) => decide({ room: 'sheets', change: { strengths: on ? 'paint' : 'alike' } })}
          />{' '}
          Print the outline like this, dashed by how dark to draw
        </div>
      </div>
    </section>
  );
}

/** How much of the drawing is drawn how dark. */
function ByStrength({ found }: { found: StrengthsFound }) {
  return (
    <table className={css.compared}>
      <thead>
        <tr>
          <th scope="col">Draw</th>
          <th scope="col">Shown as</th>
          <th scope="col">Lines</th>
          <th scope="col">Length</th>
        </tr>
      </thead>
      <tbody>
        {lineStrengths.map((id) => {
          const own = found.lines.filter(({ strength }) => strength === id);
          return (
            <tr key={id}>
              <th scope="row">{id}</th>
              <td>
                <svg
                  className={css.strengthSample}
                  viewBox="0 0 24 4"
                  role="img"
                  aria-label={strengthDashes[id].says}
                >
                  <line x1={0} x2={24} y1={2} y2={2} strokeDasharray={strengthDashes[id].dashMm?.join(' ')} />
                </svg>{' '}
                {strengthDashes[id].says}
              </td>
              <td>{own.length}</td>
              <td>{metres(own.reduce((sum, { lengthMm }) => sum + lengthMm, 0))}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** How faint a line the first layer let through, on a scrap. */
function OwnTry() {
  const { transfer, change } = useTransfer();
  return (
    <>
      <h3>By your own try</h3>
      <div className={sentenceCss.words}>
        Draw a line of each strength on a scrap, as on the test strip, and lay a first layer of a middle value
        over them. The faintest I could follow was{' '}
        <ChoiceGap
          label="Faintest line followed through the first layer"
          value={transfer.firstLayer ?? ''}
          options={[
            ...(transfer.firstLayer === null ? [{ value: '' as const, label: 'not tried yet' }] : []),
            ...firstLayerAnswers.map((value) => ({
              value,
              label: value === 'none' ? 'none of them' : value,
            })),
          ]}
          onChange={(answer) => answer !== '' && change({ firstLayer: answer })}
        />
        .{' '}
        {transfer.firstLayer !== null && (
          <Button size="small" onClick={() => change({ firstLayer: null })}>
            Forget the try
          </Button>
        )}
      </div>
    </>
  );
}

/** What each value of the map asks for. */
function ByValue({ found }: { found: StrengthsFound }) {
  return (
    <table className={css.compared}>
      <thead>
        <tr>
          <th scope="col">Value</th>
          <th scope="col">Lightness</th>
          <th scope="col">Lines in it</th>
        </tr>
      </thead>
      <tbody>
        {found.values.map(({ level, lightness, strength, fits }) => (
          <tr key={level}>
            <th scope="row">{level + 1}</th>
            <td>{Math.round(lightness)}</td>
            <td>
              {strength}
              {fits ? '' : ', will show'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
