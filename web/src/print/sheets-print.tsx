import { Link } from 'react-router';
import { Button } from 'antd';
import type { MapDocument } from '@nobrel/core/documents';
import { LeafScale } from '../leaves/leaf-scale.js';
import { PageDrawing } from '../stations/sheets/page-drawing.js';
import { useKeptMapQuery } from '../store/api.js';
import { useWork } from '../store/hooks.js';
import { useSheetPages, useSheets } from '../workers/use-sheets.js';

/** CSS counts 96 pixels an inch. */
const cssPxPerMm = 96 / 25.4;

/** More pages than this are better printed from the PDF. */
const mostPages = 60;

/** The sheets as pages of the browser's own printing, each on paper of its size. */
export function SheetsPrint() {
  const work = useWork();
  const { data } = useKeptMapQuery(work.id, { skip: work.map === null });
  if (work.map === null) return <p role="alert">There is no map to print yet. Make it at Map.</p>;
  return data ? <Pages map={data.document} /> : null;
}

function Pages({ map }: { map: MapDocument }) {
  const work = useWork();
  const { laid, fault } = useSheets(map, work.decisions.sheets);
  const shown = useSheetPages(laid, 0, mostPages);
  const first = shown?.pages[0];
  return (
    <article className="print-sheets">
      {first && <style>{`@page { size: ${first.widthMm}mm ${first.heightMm}mm; margin: 0; }`}</style>}
      <div className="print-bar">
        <Button type="primary" disabled={!shown} onClick={() => window.print()}>
          Print these pages
        </Button>{' '}
        <Link to={`/works/${work.id}/sheets`}>Back to the work</Link>
        <span>Print at 100 %, without margins of the browser’s own; then lay a ruler on the check bars.</span>
        {laid && laid.count > mostPages && (
          <span role="alert">Only the first {mostPages} pages are here: save the PDF for all of them.</span>
        )}
      </div>
      {fault && <p role="alert">{fault}</p>}
      {shown?.pages.map((page, index) => (
        <svg
          key={index}
          className="print-sheet"
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
