import { Button } from 'antd';
import {
  gridOf,
  gridSuggestions,
  gridTicks,
  gridSchema,
  squareAt,
  squareName,
  type FitDecisions,
  type GridDecisions,
  type GridSuggestion,
  type Layout,
} from '@nobrel/core/fit';
import { choicesOf, type DecisionPath } from '@nobrel/core/decisions';
import { preparationOf } from '@nobrel/core/reference';
import type { Point } from '@nobrel/core/geometry';
import { formatLength, formatSize, type LengthUnit } from '@nobrel/core/units';
import { DecisionGap } from '../../../bench/sentence/decision-gap.js';
import { ChoiceGap, ColourGap } from '../../../bench/sentence/gaps.js';
import { Panel } from '../../../bench/sentence/panel.js';
import { ListGap } from '../../../bench/sentence/list-gap.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { useUnit } from '../../../store/hooks.js';
import { useDecisions } from '../../../store/use-work.js';
import { useFit, useLayout } from '../use-fit.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { clsx } from 'clsx';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './tools.module.css';
import * as panelsCss from '../../../bench/panels.module.css';

/** Millimetres of the original on one of the surface, when the real size of the squared original is known. */
function usePerSurfaceMm(layout: Layout): number | null {
  const { picture, squaring } = useMainPicture();
  const { originalMm, corners } = squaring;
  if (!originalMm || !corners) return null;
  const flat = preparationOf(picture, { ...squaring, crop: null, quarterTurns: 0, turnRad: 0 });
  return (layout.pxPerMm * originalMm.width) / flat.width;
}

/** The grid: its decisions, and clicking its squares to halve them. */
export function GridTool() {
  const layout = useLayout();
  const { fit, change } = useFit();
  const unit = useUnit();
  const { grid } = fit;
  const set = (fields: Partial<GridDecisions>) => change({ grid: { ...grid, shown: true, ...fields } });
  const lines = gridOf(layout.drawing, grid);
  const onPick = ({ x, y }: Point) => {
    const square = squareAt(lines, x, y);
    if (!square || !grid.shown) return;
    const name = squareName(square.column, square.row);
    const has = grid.halved.includes(name);
    set({ halved: has ? grid.halved.filter((other) => other !== name) : [...grid.halved, name] });
  };
  const gap = (at: DecisionPath<GridDecisions>) => (
    <DecisionGap table={gridSchema} at={at} values={grid} onChange={set} />
  );
  return (
    <ToolInHand
      onPick={onPick}
      sentence={
        <>
          {gap('shown')} Divide it {gap('by')}:{' '}
          {grid.by === 'counts' ? (
            <>
              {gap('columns')} by {gap('rows')}, squares {formatSize(lines.squareX, lines.squareY, unit)}
            </>
          ) : (
            <>
              {gap('spacingMm')}
              {lines.restX > 0 && `, ${formatLength(lines.restX, unit)} left in the last column`}
              {lines.restY > 0 && `, ${formatLength(lines.restY, unit)} left in the last row`}
            </>
          )}
          ; {gap('diagonals')}; halved in{' '}
          <ListGap
            label="Squares that are halved"
            empty="no square"
            values={grid.halved}
            read={(name) => readSquare(name, lines.xs.length - 1, lines.ys.length - 1)}
            onChange={(halved) => set({ halved })}
          />{' '}
          (click one); lines {gap('lineMm')}{' '}
          <ColourGap label="Colour of the grid" value={grid.colour} onChange={(colour) => set({ colour })} />{' '}
          <Suggestions layout={layout} grid={grid} set={set} />{' '}
          <Panel label="Ticks along the edges">
            <Ticks layout={layout} fit={fit} unit={unit} />
          </Panel>
        </>
      }
    />
  );
}

/** A square's name as typed, or a sentence on why it is none. */
function readSquare(text: string, columns: number, rows: number): { value: string } | { fault: string } {
  const name = text.toUpperCase();
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (squareName(column, row) === name) return { value: name };
    }
  }
  return { fault: `There is no square ${name}; they go from A1 to ${squareName(columns - 1, rows - 1)}.` };
}

type SuggestionsProps = {
  layout: Layout;
  grid: GridDecisions;
  set: (fields: Partial<GridDecisions>) => void;
};

function Suggestions({ layout, grid, set }: SuggestionsProps) {
  const unit = useUnit();
  const { pencilMm } = useDecisions('map');
  const perSurfaceMm = usePerSurfaceMm(layout);
  const found = gridSuggestions(layout.drawing, grid.help, pencilMm, unit, perSurfaceMm);
  return (
    <Panel label="Suggestions">
      <div className={sentenceCss.words}>
        A grid that helps{' '}
        <ChoiceGap
          label="How much the grid helps"
          value={grid.help}
          options={choicesOf(gridSchema.shape.help)}
          onChange={(help) => set({ help })}
        />
      </div>
      {found.length === 0 && <p>There is no room for a grid that the point would serve.</p>}
      <ul className={css.suggestions}>
        {found.map((suggestion) => (
          <li key={`${suggestion.columns} ${suggestion.rows}`}>
            <Button
              size="small"
              onClick={() => {
                const { columns, rows, spacingMm, by } = suggestion;
                set({ columns, rows, spacingMm, by });
              }}
            >
              {suggestion.columns} by {suggestion.rows}, {formatLength(suggestion.spacingMm, unit)}
            </Button>{' '}
            <span className={panelsCss.quiet}>{suggestionWords(suggestion)}</span>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function suggestionWords({ exact, wholeOnSurface, wholeOnOriginal }: GridSuggestion): string {
  return [
    exact ? 'really square' : 'last ones cut',
    ...(wholeOnSurface ? ['even on the surface'] : []),
    ...(wholeOnOriginal ? ['even on the original'] : []),
  ].join(', ');
}

/** Where the grid meets the edges of what is drawn, from the datum corner, each from the corner itself. */
function Ticks({ layout, fit, unit }: { layout: Layout; fit: FitDecisions; unit: LengthUnit }) {
  const ticks = gridTicks(layout, fit, unit);
  return (
    <div className={clsx(sentenceCss.more, css.ticks)}>
      <p>
        Along the {ticks.level.edges}, from the {ticks.level.from} edge: {ticks.level.readings.join(', ')}.
      </p>
      <p>
        Along the {ticks.side.edges}, from the {ticks.side.from} edge: {ticks.side.readings.join(', ')}.
      </p>
    </div>
  );
}
