import { Button } from 'antd';
import { useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { Rect } from '@nobrel/core/geometry';
import { partOf, windowAt, type SheetDecisions, type SheetLaying, type SheetPage } from '@nobrel/core/sheets';
import { useKey } from '../../bench/keys/use-key.js';
import { Diptych } from '../../leaves/diptych.js';
import { MapDrawing } from '../../leaves/drawn/map-drawing.js';
import { SurfaceSheet } from '../../leaves/drawn/surface-sheet.js';
import { useMapOrReference } from '../../leaves/drawn/use-map-or-reference.js';
import type { useSheetPages } from '../../workers/use-sheets.js';
import { PageDrawing } from './page-drawing.js';
import { PartHandles } from './part-handles.js';
import * as css from './sheets.module.css';
import * as panelsCss from '../../bench/panels.module.css';
import { clsx } from 'clsx';

type SheetLeavesProps = {
  map: MapDocument;
  sheets: SheetDecisions;
  /** The page that is shown. */
  shown: ReturnType<typeof useSheetPages>;
  /** Which of how many pages it is; nothing until they are laid out. */
  pages: (PagesProps & { laying: boolean }) | null;
  /** Takes another part of the map, where only a part is printed; null while that cannot be. */
  onPart: ((part: Rect) => void) | null;
};

/** The map with its sheets, and beside it one of these. */
export function SheetLeaves({ map, sheets, shown, pages, onPart }: SheetLeavesProps) {
  const page = shown?.pages[0];
  const lies = placed(shown?.laid, page, shown?.first ?? 0);
  const under = useMapOrReference(
    <>
      <SurfaceSheet {...map.surface} />
      <MapDrawing map={map} lineMm={0.35} />
    </>,
  );
  const handles = sheets.kind === 'partial' && onPart && (
    <PartHandles part={partOf(map, sheets.part)} surface={map.surface} onChange={onPart} />
  );
  return (
    <Diptych
      extent={{ x: 0, y: 0, ...map.surface }}
      left={{
        ...under,
        title: `${under.title}, with the sheets`,
        content: (
          <>
            {under.content}
            <TilesOnMap laid={shown?.laid} chosen={shown?.first ?? 0} />
          </>
        ),
        ...(handles ? { handles } : {}),
        tool: 'marks and handles',
      }}
      right={{
        ...lies,
        tools: pages && (
          <>
            {pages.laying && (
              <span className={css.laying} role="status">
                Preparing sheets …
              </span>
            )}
            <Pages {...pages} />
          </>
        ),
        content: page && <PageDrawing page={page} at={lies.extent} />,
      }}
    />
  );
}

/** The page looked at; Page Up and Page Down turn it. */
export function usePage(count: number): [number, (index: number) => void] {
  const [wanted, setWanted] = useState(0);
  const chosen = Math.max(0, Math.min(wanted, count - 1));
  const turn = (by: number) => (event: KeyboardEvent) => {
    // A list that was last chosen from would open on any key.
    event.stopPropagation();
    setWanted(Math.max(0, Math.min(chosen + by, count - 1)));
  };
  const keys = { first: true, inFields: true, unless: ({ target }: KeyboardEvent) => isOpenList(target) };
  useKey('pageBefore', turn(-1), keys);
  useKey('nextPage', turn(1), keys);
  return [chosen, setWanted];
}

const isOpenList = (target: EventTarget | null) =>
  target instanceof Element && target.getAttribute('aria-expanded') === 'true';

type PagesProps = { count: number; chosen: number; choose: (index: number) => void };

function Pages({ count, chosen, choose }: PagesProps) {
  return (
    <span className={panelsCss.mapState} data-part="map-state">
      <Button size="small" disabled={chosen === 0} onClick={() => choose(chosen - 1)}>
        Previous
      </Button>
      {chosen + 1} of {count}
      <Button size="small" disabled={chosen >= count - 1} onClick={() => choose(chosen + 1)}>
        Next
      </Button>
    </span>
  );
}

/** Where the sheets lie on the map. */
function TilesOnMap({ laid, chosen }: { laid: SheetLaying | undefined; chosen: number }) {
  const tiled = laid?.tiled;
  if (!tiled) return null;
  const shown = tiled.printed[chosen];
  return (
    <>
      {tiled.tiling.tiles.map((tile) => (
        <g
          key={tile.label}
          className={clsx(
            css.tile,
            tile === shown && css.tileChosen,
            tiled.skipped.includes(tile) && css.tileSkipped,
          )}
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
  );
}

/**
 * Where a page lies on its leaf: with its window on the part of the surface it shows, so that the same spot
 * can be pointed at on both leaves. What stands alone lies nowhere.
 */
function placed(laid: SheetLaying | undefined, page: SheetPage | undefined, index: number) {
  if (!laid || !page)
    return { title: 'Sheet', extent: { x: 0, y: 0, width: 210, height: 297 }, apart: true, inMm: true };
  const size = { width: page.widthMm, height: page.heightMm };
  const tile = laid.tiled?.printed[index];
  if (!laid.tiled || !tile) {
    const title = page.label === 'assembly' ? 'How they go together' : page.label;
    return {
      title: title.charAt(0).toUpperCase() + title.slice(1),
      extent: { x: 0, y: 0, ...size },
      apart: true,
      inMm: true,
    };
  }
  const { x, y, width } = tile.window;
  const at = windowAt(laid.tiled.tiling);
  return {
    title: `Sheet ${tile.label}`,
    extent: { x: x - at.x, y: y - at.y, ...size },
    ...(laid.mirrored ? { mirrorAbout: 2 * x + width } : {}),
  };
}
