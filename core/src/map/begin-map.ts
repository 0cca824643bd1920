import { z } from 'zod';
import { isTraced, type MapDocument, type MapLine } from '../documents/index.js';
import { beginningSchool, type School } from './schools.js';
import { usualDetail } from './setting-choices.js';
import type { MapSettings } from './settings.js';
import { suggestSchool } from './suggest-school.js';
import { endPlacesOf } from './weight/index.js';

/** The detail a picture full of texture bears, where that is less than usual. */
const calmerSchema = z.object({
  /** In the school a new work begins with, 0–1; the others draw with it in their own proportion. */
  detail: z.number().min(0).max(1),
  /** How many lines the map has at the usual detail. */
  lines: z.int().min(0),
});

/** How a work's map began: as the school its picture reads best in, and with how much detail. */
export const mapBegunSchema = z.object({
  school: z.string().max(80),
  /** Null where it is the usual one. */
  because: z.string().max(400).nullable(),
  /** Null where the picture begins with the usual detail. */
  calmer: calmerSchema.nullable().default(null),
});
export type MapBegun = z.infer<typeof mapBegunSchema>;

/**
 * Contours, for each mm of the picture's diagonal, above which a map is mostly texture, and those it then begins with.
 * Of thirty-five photographs (still lifes, a room, animals, flowers, leaves, forest, grass) those with fewer were right as they
 * were; in the others things only stood out whole once the weakest contours were left away.
 */
const maxContoursPerMm = 1.5;
const calmContoursPerMm = 0.65;

const isContour = (line: MapLine): line is MapLine & { from: number } =>
  isTraced(line) && line.of === 'contour' && line.from !== undefined;

/** Counts contours as they are added: where just two of them meet, they are one line. */
class ContourCount {
  lines = 0;
  private readonly meeting = new Map<string, number>();

  add(line: MapLine): void {
    this.lines++;
    for (const place of endPlacesOf(line)) {
      const met = (this.meeting.get(place) ?? 0) + 1;
      this.meeting.set(place, met);
      if (met === 2) this.lines--;
      else if (met === 3) this.lines++;
    }
  }
}

/**
 * The detail a picture full of texture begins with: as much as keeps the strongest contours, up to so many that
 * a hand would still draw them.
 *
 * @param map at the usual detail
 * @returns the detail, 0–1; null where the usual one suits it
 */
function suggestDetail(map: MapDocument): number | null {
  const diagonalMm = Math.hypot(map.frame.width, map.frame.height);
  const contours = map.lines.filter(isContour).sort((a, b) => a.from - b.from);
  if (contours.length <= maxContoursPerMm * diagonalMm) return null;
  const count = new ContourCount();
  for (const line of contours) {
    count.add(line);
    if (count.lines > calmContoursPerMm * diagonalMm) {
      const detail = Math.floor(100 * line.from) / 100;
      return detail < usualDetail ? detail : null;
    }
  }
  return null;
}

/** A map as it will be with less detail: of a contour that goes, what parts two values stays as the border of a value. */
function withDetail(map: MapDocument, detail: number): MapDocument {
  const levels = new Map(map.shapes.map(({ id, level }) => [id, level]));
  const levelOf = (shape: string | null) => (shape === null ? undefined : levels.get(shape));
  const lines = map.lines.flatMap((line): MapLine[] => {
    if (!isContour(line) || line.from <= detail) return [line];
    return levelOf(line.left) === levelOf(line.right) ? [] : [{ ...line, of: 'value', from: undefined }];
  });
  return { ...map, lines };
}

/**
 * How a work's map begins, judged by a map of the usual school: with the detail its picture bears, as the school it then
 * reads best in.
 *
 * @returns what is remembered of the choice, and the settings it makes
 */
export function beginMap(map: MapDocument): { begun: MapBegun; sets: Partial<MapSettings> | null } {
  const detail = suggestDetail(map);
  const calmer = detail === null ? null : { detail, lines: map.lines.filter(isTraced).length };
  const suggested = suggestSchool(detail === null ? map : withDetail(map, detail));
  const begun = {
    school: suggested?.school.id ?? beginningSchool,
    because: suggested?.because ?? null,
    calmer,
  };
  if (suggested) return { begun, sets: settingsOf(suggested.school, begun) };
  return { begun, sets: calmer && { detail: calmer.detail } };
}

/** What a school sets on a picture: its own detail, in the proportion the picture began with. */
export function settingsOf({ sets }: School, begun: MapBegun | null): Partial<MapSettings> {
  if (!begun?.calmer) return sets;
  const share = begun.calmer.detail / usualDetail;
  return { ...sets, detail: Math.round(100 * sets.detail * share) / 100 };
}
