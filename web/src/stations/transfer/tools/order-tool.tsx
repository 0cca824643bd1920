import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { emptyRun, orderFault, orderSchoolModules, type TracingPlan } from '@nobrel/core/transfer';
import { counted, formatMinutes } from '@nobrel/core/units';
import type { Point } from '@nobrel/core/geometry';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useDecisions } from '../../../store/use-work.js';
import { useTracing, useTracingOptions, canBeOrdered, tracingWorker } from '../../../workers/use-tracing.js';
import type { SchoolsCompared } from '../../../workers/tracing-worker.js';
import { RunButton } from '../run-button.js';
import { FocusMark, TracingMarks } from '../tracing-marks.js';
import { useTransfer, useTransferMap } from '../use-transfer.js';
import * as leafCss from '../../../leaves/leaf/leaf.module.css';
import * as transferCss from '../transfer.module.css';
import * as css from './tools.module.css';

/** The order of every line: the stretches on the map, and what each school of tracing comes to. */
export function OrderTool() {
  const map = useTransferMap();
  const traced = useTracing(map);
  const { transfer, change } = useTransfer();
  const byFocus = transfer.school === 'focal-first';
  const fault = map && orderFault(map);
  if (fault) return <ToolInHand sentence={<span role="alert">{fault}</span>} />;
  return (
    <ToolInHand
      sentence={traced ? <OrderSays {...traced} /> : <span role="status">Putting the lines in order…</span>}
      marks={
        map &&
        traced && (
          <>
            <TracingMarks map={map} plan={traced.plan} />
            {byFocus && transfer.focus && (
              <FocusMark x={transfer.focus.x * map.surface.width} y={transfer.focus.y * map.surface.height} />
            )}
          </>
        )
      }
      {...(byFocus && map
        ? {
            onPick: ({ x, y }: Point) =>
              change({ focus: { x: shareOf(x, map.surface.width), y: shareOf(y, map.surface.height) } }),
          }
        : {})}
      right={{ panel: <SchoolsPanel /> }}
    />
  );
}

/** What the order comes to, and the way to trace by it. */
function OrderSays({ plan, kept }: { plan: TracingPlan; kept: boolean }) {
  const { school, focus } = useDecisions('transfer');
  const { lines, sections, minutes, travelMm, lifts, palmCrossings } = plan;
  return (
    <>
      <span role="status">
        {lines.length} lines in {sections.length === 1 ? '1 stretch' : `${sections.length} stretches`},{' '}
        {formatMinutes(minutes)}; {(travelMm / 1000).toFixed(1)} m between lines, {lifts} lifts, the hand on{' '}
        {palmCrossings} traced lines.{sheetSays(plan)}
        {kept ? '' : ' Looking for a better one…'}
      </span>{' '}
      {school === 'focal-first' &&
        (focus
          ? 'It begins at the spot you marked. '
          : 'Where the picture is looked at first is guessed: click that spot on the map. ')}
      <RunButton /> <StartAgain />
    </>
  );
}

const shareOf = (mm: number, whole: number) => Math.min(1, Math.max(0, mm / whole));

/** Forgets how far the tracing has come, to trace the drawing once more; undo brings it back. */
function StartAgain() {
  const { transfer, change } = useTransfer();
  if (transfer.run.traced.length === 0) return null;
  return <Button onClick={() => change({ run: emptyRun })}>Start again</Button>;
}

/** How often a transfer sheet smaller than the work is moved. */
function sheetSays({ places, across }: TracingPlan): string {
  if (!places) return '';
  const moves = places.length === 1 ? 'lies at one place' : `lies at ${places.length} places`;
  const longer = `${counted(across.length, 'line')} ${across.length === 1 ? 'is' : 'are'} longer than it`;
  return ` The transfer sheet ${moves}${across.length === 0 ? '' : `; ${longer}: move it along there`}.`;
}

/** All schools side by side. */
function SchoolsPanel() {
  const map = useTransferMap();
  const options = useTracingOptions(map);
  const { transfer, change } = useTransfer();
  const [compared, setCompared] = useState<SchoolsCompared | null>(null);
  useEffect(() => {
    if (!canBeOrdered(map)) return undefined;
    let wanted = true;
    void tracingWorker()
      .compare(map, options)
      .then((found) => wanted && setCompared(found));
    return () => {
      wanted = false;
    };
  }, [map, options]);
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="Schools of tracing">
      <header className={leafCss.leafHead}>
        <h2>Schools of tracing</h2>
      </header>
      <div className={transferCss.stepsList} tabIndex={0} role="region" aria-label="Schools compared">
        {!compared && <p role="status">Comparing…</p>}
        {compared && (
          <table className={css.compared}>
            <thead>
              <tr>
                <th scope="col">Order</th>
                <th scope="col">Time</th>
                <th scope="col">Lifts</th>
                <th scope="col">Way between lines</th>
                <th scope="col">Hand on traced lines</th>
                <td />
              </tr>
            </thead>
            <tbody>
              {compared.schools.map(({ school, minutes, lifts, travelMm, palmCrossings }) => (
                <tr
                  key={school}
                  {...(school === transfer.school && {
                    className: css.comparedChosen,
                    'data-part': 'compared-chosen',
                  })}
                >
                  <th scope="row">
                    {orderSchoolModules[school].name}
                    <p>{orderSchoolModules[school].why}</p>
                  </th>
                  <td>{formatMinutes(minutes)}</td>
                  <td>{lifts}</td>
                  <td>{(travelMm / 1000).toFixed(1)} m</td>
                  <td>{palmCrossings}</td>
                  <td>
                    {school === transfer.school ? (
                      <strong>chosen</strong>
                    ) : (
                      <Button
                        size="small"
                        aria-label={`Choose ${orderSchoolModules[school].name}`}
                        onClick={() => change({ school })}
                      >
                        Choose
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
              <tr>
                <th scope="row">
                  as the map lists them<p>For comparison.</p>
                </th>
                <td />
                <td>{compared.own.lifts}</td>
                <td>{(compared.own.travelMm / 1000).toFixed(1)} m</td>
                <td>{compared.own.palmCrossings}</td>
                <td />
              </tr>
            </tbody>
          </table>
        )}
      </div>
    </section>
  );
}
