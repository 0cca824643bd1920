import { Switch } from 'antd';
import { useState } from 'react';
import { pathData } from '@nobrel/core/documents';
import { cleanUps, mapSettingsSchema, type TriedCleanUp } from '@nobrel/core/map';
import { counted } from '@nobrel/core/units';
import { DecisionGap } from '../../../bench/sentence/decision-gap.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { useFoundInMap, useSettings } from '../bench-map.js';
import { clsx } from 'clsx';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';

/** What a draughtsman would put right in a drawing: each is shown before it is taken, with how far it moves the lines. */
export function CleanUpTool() {
  const [settings] = useSettings();
  const tried = useFoundInMap((worker) => worker.cleanUps(settings));
  const [pointedAt, pointAt] = useState<TriedCleanUp['kind'] | null>(null);
  const shown = tried?.filter(({ kind }) => pointedAt === null || kind === pointedAt);
  return (
    <ToolInHand
      marks={shown && <CleanUpsMarked tried={shown} />}
      panel={
        tried && (
          <section className={clsx(panelsCss.mapPanel, css.cleanUp)} aria-label="Clean up">
            <h3>Clean up</h3>
            <p>
              Lines as they would run are <span className={css.cleanUpAfter}>red</span>, as they were drawn{' '}
              <span className={css.cleanUpBefore}>blue, dashed</span>.
            </p>
            <ul onPointerLeave={() => pointAt(null)}>
              {tried.map((one) => (
                <li
                  key={one.kind}
                  onPointerEnter={() => pointAt(one.kind)}
                  onFocus={() => pointAt(one.kind)}
                  onBlur={() => pointAt(null)}
                >
                  <CleanUpRow tried={one} />
                </li>
              ))}
            </ul>
          </section>
        )
      }
    />
  );
}

/** One way of cleaning up: whether it is taken, within which limit, and what it moves. */
function CleanUpRow({ tried: { kind, lines, mostMm, meanMm } }: { tried: TriedCleanUp }) {
  const [settings, change] = useSettings();
  const { setting, usual, label } = cleanUps[kind];
  const taken = settings[setting] !== null;
  return (
    <>
      <label>
        <Switch
          size="small"
          checked={taken}
          aria-label={label}
          onChange={(on) => change({ [setting]: on ? usual : null })}
        />
        {label}
      </label>
      <div className={css.cleanUpWords}>
        {taken && (
          <>
            within <DecisionGap table={mapSettingsSchema} at={setting} values={settings} onChange={change} />
            :{' '}
          </>
        )}
        {lines === 0
          ? 'nothing to move'
          : `${taken ? 'moves' : 'would move'} ${counted(lines, 'line')} by ${meanMm.toFixed(1)} mm, at most ${mostMm.toFixed(1)} mm`}
      </div>
    </>
  );
}

function CleanUpsMarked({ tried }: { tried: readonly TriedCleanUp[] }) {
  const scale = useLeafScale();
  const after = tried.flatMap((one) => one.after).map(pathData);
  const before = tried.flatMap((one) => one.before).map(pathData);
  return (
    <g data-part="strokes-found" fill="none">
      <path className={css.strokeFound} d={after.join('')} strokeWidth={1.8 / scale} />
      <path
        className={css.strokeFound}
        data-kind="faint"
        d={before.join('')}
        strokeWidth={1.2 / scale}
        strokeDasharray={`${5 / scale} ${3 / scale}`}
      />
    </g>
  );
}
