import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import type { Finding, Settling } from '@nobrel/core/check';
import { knownPlacingOf } from '@nobrel/core/practice';
import { counted, keepFiguresTogether } from '@nobrel/core/units';
import { useMeantSo } from './use-meant-so.js';
import { useCheckBench } from './use-check.js';
import * as css from './check.module.css';

/** So many findings are listed before the rest is asked for: more at once nobody corrects. */
const usuallyShown = 12;

const settledWords: Readonly<Record<Settling, string>> = {
  'set-aside': 'set aside',
  'put-right': 'put right',
  'taken-over': 'meant so: the map takes it over',
};

type FindingsPanelProps = { pointedAt: string | null; onPoint: (key: string | null) => void };

/** What is to be put right, worst first; each leads to its spot, and can be set aside or taken over by the map. */
export function FindingsPanel({ pointedAt, onPoint }: FindingsPanelProps) {
  const { findings, round, checked, changeRound, map, known } = useCheckBench();
  const [all, setAll] = useState(false);
  const meantSo = useMeantSo();
  if (!round || !checked) return null;
  const open = findings.filter(({ key }) => round.settled[key] === undefined);
  const settled = findings.filter(({ key }) => round.settled[key] !== undefined);
  const settle = (key: string, how: Settling) =>
    changeRound(round.id, { settled: { ...round.settled, [key]: how } });
  const again = (key: string) =>
    changeRound(round.id, {
      settled: Object.fromEntries(Object.entries(round.settled).filter(([other]) => other !== key)),
    });
  return (
    <section className={css.findings} aria-label="Findings">
      <h3>{open.length === 0 ? 'Nothing to put right' : counted(open.length, 'finding')}</h3>
      <ol>
        {open.slice(0, all ? undefined : usuallyShown).map((finding, i) => (
          <li
            key={finding.key}
            className={[
              css.finding,
              finding.key === pointedAt ? css.findingPointed : undefined,
              round.of === 'drawing' ? undefined : css.findingToTick,
            ].join(undefined)}
          >
            {round.of !== 'drawing' && finding.kind !== 'whole' && (
              <Checkbox
                aria-label={`Put right: ${finding.says}`}
                checked={false}
                onChange={() => settle(finding.key, 'put-right')}
              />
            )}
            <button
              type="button"
              className={css.findingSays}
              data-part="finding-says"
              aria-pressed={finding.key === pointedAt}
              onPointerEnter={() => onPoint(finding.key)}
              onFocus={() => onPoint(finding.key)}
              onClick={() => onPoint(finding.key)}
            >
              <span className={css.findingMark}>{i + 1}</span>
              <span>
                {keepFiguresTogether(finding.says)}
                {knownPlacingOf(finding, map.frame, known) && ' Your eye tends to this.'}
              </span>
            </button>
            {finding.key === pointedAt && (
              <span className={css.findingWays}>
                <Button size="small" onClick={() => settle(finding.key, 'set-aside')}>
                  Set aside
                </Button>
                {finding.kind !== 'whole' && round.of === 'drawing' && (
                  <Button size="small" onClick={() => meantSo(finding, round)}>
                    Meant so
                  </Button>
                )}
              </span>
            )}
          </li>
        ))}
      </ol>
      {!all && open.length > usuallyShown && (
        <Button size="small" type="link" onClick={() => setAll(true)}>
          Show the other {open.length - usuallyShown}
        </Button>
      )}
      {settled.length > 0 && <Settled findings={settled} settled={round.settled} onAgain={again} />}
    </section>
  );
}

type SettledProps = {
  findings: readonly Finding[];
  settled: Readonly<Record<string, Settling>>;
  onAgain: (key: string) => void;
};

function Settled({ findings, settled, onAgain }: SettledProps) {
  return (
    <details>
      <summary>{findings.length} settled</summary>
      <ul>
        {findings.map(({ key, says }) => {
          const how = settled[key];
          return (
            <li key={key}>
              {keepFiguresTogether(says)} {how && <em>{settledWords[how]}</em>}{' '}
              {how !== undefined && how !== 'taken-over' && (
                <Button size="small" type="link" onClick={() => onAgain(key)}>
                  Show again
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </details>
  );
}
