import { Button } from 'antd';
import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { plannedMap } from '@nobrel/core/file';
import { sheetKindIds, type SheetDecisions } from '@nobrel/core/sheets';
import type { MapDocument } from '@nobrel/core/documents';
import { LeafScale } from '../leaves/leaf/leaf-scale.js';
import { PageDrawing } from '../stations/sheets/page-drawing.js';
import { useKeptMapQuery } from '../store/api/map.js';
import { useAppSelector } from '../store/hooks.js';
import { useWork } from '../store/use-work.js';
import { useSheetPages, useSheets } from '../workers/use-sheets.js';
import * as css from './print.module.css';

/** CSS counts 96 pixels an inch. */
const cssPxPerMm = 96 / 25.4;

/** More pages than this are better printed from the PDF. */
const maxPages = 60;

/** Sheets as pages of the browser's own printing, each on paper of its size: those decided at Sheets, or of a kind. */
export function SheetsPrint() {
  const work = useWork();
  const { kind } = useParams();
  const look = useAppSelector((state) => state.view.look);
  const { data, isError } = useKeptMapQuery(work.id, { skip: work.map === null });
  const { sheets } = work.decisions;
  const asked = sheetKindIds.find((id) => id === kind);
  const wanted = useMemo(() => (asked ? { ...sheets, kind: asked, look } : sheets), [sheets, asked, look]);
  const planned = useMemo(() => plannedMap(work), [work]);
  if (kind !== 'sheets' && !asked) return <p role="alert">There is no sheet of this kind.</p>;
  const map = work.map === null || isError ? planned : data?.document;
  if (map === null)
    return <p role="alert">The picture does not fit its surface yet. Fix the sizes at Fit.</p>;
  return map ? <Pages map={map} sheets={wanted} /> : null;
}

function Pages({ map, sheets }: { map: MapDocument; sheets: SheetDecisions }) {
  const work = useWork();
  const navigate = useNavigate();
  const { laid, fault } = useSheets(map, sheets);
  const shown = useSheetPages(laid, 0, maxPages);
  const first = shown?.pages[0];
  return (
    <article className={css.printSheets}>
      {first && <style>{`@page { size: ${first.widthMm}mm ${first.heightMm}mm; margin: 0; }`}</style>}
      <div className={css.printBar} data-part="print-bar">
        <Button type="primary" disabled={!shown} onClick={() => window.print()}>
          Print these pages
        </Button>{' '}
        <Button onClick={() => void navigate(-1)}>Back</Button>{' '}
        <Link to={`/works/${work.id}/sheets`}>To Sheets</Link>
        <span>Print at 100 %, without margins of the browser’s own; then lay a ruler on the check bars.</span>
        {laid && laid.count > maxPages && (
          <span role="alert">Only the first {maxPages} pages are here: save the PDF for all of them.</span>
        )}
      </div>
      {fault && <p role="alert">{fault}</p>}
      {shown?.pages.map((page, index) => (
        <svg
          key={index}
          className={css.printSheet}
          viewBox={`0 0 ${page.widthMm} ${page.heightMm}`}
          style={{ width: `${page.widthMm}mm`, height: `${page.heightMm}mm` }}
          role="img"
          aria-label={`Page ${index + 1}: ${page.label}`}
        >
          <LeafScale value={cssPxPerMm}>
            <PageDrawing page={page} at={{ x: 0, y: 0 }} />
          </LeafScale>
        </svg>
      ))}
    </article>
  );
}
