import { Alert, Button } from 'antd';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { isMapCurrent } from '@nobrel/core/file';
import {
  outlineSheets,
  SheetError,
  sheetNotes,
  type SheetDecisions,
  type SheetSet,
} from '@nobrel/core/sheets';
import type { MapDocument } from '@nobrel/core/documents';
import { findFormat } from '@nobrel/core/units';
import { ChoiceGap, LengthGap } from '../../bench/gaps.js';
import { Notes } from '../../bench/notes.js';
import { Sentence } from '../../bench/sentence.js';
import { Missing, StationBench } from '../../bench/station.js';
import { Diptych } from '../../leaves/diptych.js';
import { MapDrawing } from '../../leaves/map-drawing.js';
import { SurfaceSheet } from '../../leaves/surface-sheet.js';
import { useMapOrReference } from '../../leaves/use-map-or-reference.js';
import { messageOf, useKeptMapQuery, usePrintMutation } from '../../store/api.js';
import { useAppDispatch, useDecide, useUnit, useWork } from '../../store/hooks.js';
import { printingRecorded } from '../../store/work-slice.js';
import { PageDrawing } from './page-drawing.js';

const kindOptions = [
  { value: 'outline', label: 'outline' },
  { value: 'mirrored', label: 'outline, mirrored' },
] as const;
const paperOptions = (['a4', 'a3', 'letter', 'tabloid'] as const).map((value) => ({
  value,
  label: findFormat(value)?.name ?? value,
}));

/** The sheets: the map at true size on the printer's paper. */
export function SheetsStation() {
  const work = useWork();
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const map = work.map === null ? undefined : kept.data?.document;
  if (work.map === null || kept.isError) {
    return (
      <Missing title="No map to print yet">
        <p>
          Here the map’s lines are laid out on your printer’s paper at true size, in as many sheets as it
          takes.
        </p>
        <Link to={`/works/${work.id}/map`}>
          {kept.isError ? messageOf(kept.error) : 'Make the map first'}
        </Link>
      </Missing>
    );
  }
  return map ? <Sheets map={map} /> : null;
}

function Sheets({ map }: { map: MapDocument }) {
  const work = useWork();
  const unit = useUnit();
  const decide = useDecide();
  const { decisions } = work;
  const { sheets } = decisions;
  const change = (fields: Partial<SheetDecisions>) => decide({ room: 'sheets', change: fields });
  const laidOut = useMemo(() => lay(map, sheets, decisions.title), [map, sheets, decisions.title]);
  const [chosen, setChosen] = useState(0);
  const current = isMapCurrent(map, work);
  const set = typeof laidOut === 'string' ? null : laidOut;
  const pageIndex = set ? Math.min(chosen, set.pages.length - 1) : 0;
  const page = set?.pages[pageIndex];
  const under = useMapOrReference(
    <>
      <SurfaceSheet {...map.surface} />
      <MapDrawing map={map} lineMm={0.35} />
    </>,
  );
  return (
    <StationBench
      sentence={
        <Sentence>
          Print the{' '}
          <ChoiceGap
            label="What is printed"
            value={sheets.kind}
            options={kindOptions}
            onChange={(kind) => change({ kind })}
          />{' '}
          on{' '}
          <ChoiceGap
            label="Paper of the printer"
            value={sheets.paper}
            options={paperOptions}
            onChange={(paper) => change({ paper })}
          />
          , neighbours overlapping by{' '}
          <LengthGap
            label="Overlap"
            valueMm={sheets.overlapMm}
            check={(mm) => (mm <= 90 ? null : 'An overlap of up to 90 mm fits these papers.')}
            onChange={(overlapMm) => change({ overlapMm })}
          />
          , keeping{' '}
          <LengthGap
            label="Printer margin"
            valueMm={sheets.marginMm}
            check={(mm) => (mm <= 50 ? null : 'A margin can be up to 50 mm.')}
            onChange={(marginMm) => change({ marginMm })}
          />{' '}
          clear of the paper’s edge. <SavePdf disabled={set === null} />
        </Sentence>
      }
      notes={<Notes notes={set ? sheetNotes(set, unit) : []} onWay={change} />}
    >
      <div className="sheets-body">
        {!current && (
          <Alert
            type="warning"
            title="The map was made before the last change at Reference, Fit or Map."
            action={<Link to={`/works/${work.id}/map`}>Make it anew at Map</Link>}
          />
        )}
        {typeof laidOut === 'string' && <Alert type="error" title={laidOut} />}
        <Diptych
          extent={{ x: 0, y: 0, ...map.surface }}
          left={{
            ...under,
            title: `${under.title}, with the sheets`,
            content: (
              <>
                {under.content}
                {set?.tiling.tiles.map((tile) => (
                  <g
                    key={tile.label}
                    className={set.printed[pageIndex]?.label === tile.label ? 'tile tile-chosen' : 'tile'}
                  >
                    <rect {...tile.window} vectorEffect="non-scaling-stroke" />
                    <text
                      x={tile.window.x + tile.window.width / 2}
                      y={tile.window.y + tile.window.height / 2}
                      fontSize={Math.min(tile.window.width, tile.window.height) / 8}
                    >
                      {tile.label}
                    </text>
                  </g>
                ))}
              </>
            ),
          }}
          right={{
            ...placed(set, pageIndex),
            tools: set && (
              <span className="map-state">
                <Button size="small" disabled={pageIndex === 0} onClick={() => setChosen(pageIndex - 1)}>
                  Before
                </Button>
                {pageIndex + 1} of {set.pages.length}
                <Button
                  size="small"
                  disabled={pageIndex >= set.pages.length - 1}
                  onClick={() => setChosen(pageIndex + 1)}
                >
                  Next
                </Button>
              </span>
            ),
            content: page && <PageDrawing page={page} at={placed(set, pageIndex).extent} />,
          }}
        />
      </div>
    </StationBench>
  );
}

/**
 * Where a page lies on its leaf: with its window on the part of the surface it shows, so that the same spot
 * can be pointed at on both leaves. The assembly diagram lies nowhere.
 */
function placed(set: SheetSet | null, index: number) {
  const page = set?.pages[index];
  const tile = set?.printed[index];
  if (!set || !page) return { title: 'Sheet', extent: { x: 0, y: 0, width: 210, height: 297 }, apart: true };
  const size = { width: page.widthMm, height: page.heightMm };
  if (!tile) return { title: 'How they go together', extent: { x: 0, y: 0, ...size }, apart: true };
  const { x, y, width } = tile.window;
  return {
    title: `Sheet ${tile.label}`,
    extent: { x: x - set.tiling.at.x, y: y - set.tiling.at.y, ...size },
    ...(set.mirrored ? { mirrorAbout: 2 * x + width } : {}),
  };
}

/** The sheets, or the sentence that says why there are none. */
function lay(map: MapDocument, sheets: SheetDecisions, title: string): SheetSet | string {
  const paper = findFormat(sheets.paper);
  if (!paper) return 'This paper is not known.';
  try {
    return outlineSheets(map, { ...sheets, paper, title });
  } catch (error) {
    if (error instanceof SheetError) return error.message;
    throw error;
  }
}

function SavePdf({ disabled }: { disabled: boolean }) {
  const { id, decisions } = useWork();
  const dispatch = useAppDispatch();
  const [print, { isLoading, error }] = usePrintMutation();
  const save = async () => {
    const answer = await print({ id, decisions: decisions.sheets });
    if (!answer.data) return;
    dispatch(printingRecorded({ id, printing: answer.data }));
    const link = document.createElement('a');
    link.href = `/api/printings/${answer.data.id}/sheets.pdf`;
    link.download = '';
    link.click();
  };
  return (
    <>
      <Button type="primary" disabled={disabled} loading={isLoading} onClick={() => void save()}>
        Save the PDF
      </Button>
      {error && (
        <span className="gap-fault" role="alert">
          {messageOf(error)}
        </span>
      )}
    </>
  );
}
