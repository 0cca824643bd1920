import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import type { Rect } from '../../geometry/index.js';
import {
  chooseLines,
  shareWithin,
  weighLines,
  withoutShortLinks,
  type Areas,
  type Marked,
} from '../weight/index.js';
import { applyCorrections, markedAreas, type Correction } from '../corrections/index.js';
import type { MapSettings } from '../settings.js';

/** What a computed map is finished with. */
export type Finishing = {
  settings: MapSettings;
  corrections: readonly Correction[];
  /** Where the whole prepared picture lies on the surface, mm; corrections hang on it. */
  picture: Rect;
};

/** A line lies in an excluded area when this share of it does. */
const excludedShare = 0.6;

/**
 * Makes a drawing of a computed map: the painter's corrections, then what every line weighs, then which lines
 * there is time for.
 */
export function finishMap(computed: MapDocument, { settings, corrections, picture }: Finishing): MapDocument {
  const corrected = applyCorrections(computed, corrections, { picture, settings });
  const areas = markedAreas(corrections, picture);
  const cleared = {
    ...corrected,
    lines: withShadows(
      asDetailed(withoutExcluded(corrected.lines, areas.excluded), settings, areas),
      settings.castShadows,
    ),
  };
  const weighed = withoutShortLinks(weighLines(cleared, areas, settings.focus));
  const lines = chooseLines(weighed, settings, settings);
  if (settings.mode !== 'lines') return { ...cleared, lines };
  return {
    ...cleared,
    lines: lines.map((line) => ({ ...line, left: null, right: null })),
    shapes: [],
    values: [],
  };
}

function withoutExcluded(lines: readonly MapLine[], excluded: Marked | null): MapLine[] {
  if (!excluded) return [...lines];
  return lines.map((line) =>
    isTraced(line) && line.held !== true && shareWithin(line, excluded) > excludedShare
      ? { ...line, kept: false, leftOut: 'excluded' as const }
      : line,
  );
}

/** Draws the outlines of cast shadows as the school has them. */
function withShadows(lines: readonly MapLine[], way: MapSettings['castShadows']): MapLine[] {
  if (way === 'kept') return [...lines];
  return lines.map((line) => {
    if (line.of !== 'cast-shadow' || line.held === true || line.kept === false) return line;
    return way === 'dotted'
      ? { ...line, dotted: true }
      : { ...line, kept: false, leftOut: 'shadow' as const };
  });
}

/** How much more is drawn in a focal area, when it counts fully, and how much less in a quiet one. */
const focalDetail = 0.3;
const quietDetail = 0.25;

/** The most detail any place of the picture is drawn with. */
export function maxDetail(settings: MapSettings, corrections: readonly Correction[]): number {
  const focal = corrections.some((one) => one.does === 'brush' && one.kind === 'focal');
  return focal ? Math.min(1, settings.detail + focalDetail * settings.focus) : settings.detail;
}

/** Leaves out contours that are finer than is wanted where they lie. */
function asDetailed(lines: readonly MapLine[], settings: MapSettings, { focal, quiet }: Areas): MapLine[] {
  if (!focal && !quiet) return [...lines];
  return lines.map((line) => {
    if (line.from === undefined || line.held === true || line.kept === false) return line;
    let wanted = settings.detail;
    if (focal && shareWithin(line, focal) > 0.5) wanted += focalDetail * settings.focus;
    if (quiet && shareWithin(line, quiet) > 0.5) wanted -= quietDetail;
    return line.from > wanted + 1e-9 ? { ...line, kept: false, leftOut: 'little' as const } : line;
  });
}
