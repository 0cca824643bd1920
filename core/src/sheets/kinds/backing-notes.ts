import { labOfSrgb } from '../../colour/index.js';
import { lightnessOfColour } from '../../fit/index.js';
import type { Note } from '../../notes/index.js';
import { counted } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { PageFill, PageStroke } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { Coverage } from './coverage.js';
import type { StickRegion } from './sticks.js';

type BackingNote = Note<Partial<SheetDecisions>>;

/** A line closer to its ground in lightness than this is hard to follow, L*. */
const minContrast = 20;

/** A stick darker than this shows through what is painted lighter than that, L*. */
const heavyBelow = 30;
const paleAbove = 75;

/** What is to be rubbed, with how much of which stick, and which sticks will not do. */
export function backingNotes(
  source: SheetSource,
  backing: SheetDecisions['backing'],
  rubbed: readonly (PageFill | PageStroke)[],
  regions: readonly StickRegion[],
): BackingNote[] {
  const { frame } = source.map;
  const coverage = new Coverage(frame, backing.bandMm);
  for (const item of rubbed) {
    if (item.kind === 'fill') coverage.addRings(item.rings);
    else coverage.addBand(item.points, item.closed, item.widthMm);
  }
  return [
    areaNote(backing, coverage.areaMm2(), frame.width * frame.height),
    ...stickNotes(regions, coverage),
    ...regions.flatMap((region) => judged(region, source)),
  ];
}

function areaNote(backing: SheetDecisions['backing'], areaMm2: number, frameMm2: number): BackingNote {
  const all = backing.reach === 'all';
  const saved = Math.round(100 * (1 - areaMm2 / frameMm2));
  return {
    id: 'backing-area',
    weight: 'plain',
    says: all
      ? `Rubbed all over: ${squareCm(frameMm2)}.`
      : `${squareCm(areaMm2)} to rub, ${saved} % less than all over.`,
    why: 'What is not rubbed cannot dirty the surface. A band of 6 to 10 mm is easy to keep to.',
    ways: all
      ? [{ label: 'Only behind the lines', change: { backing: { ...backing, reach: 'lines' } } }]
      : [],
  };
}

/** How much is rubbed with each stick. */
function stickNotes(regions: readonly StickRegion[], coverage: Coverage): BackingNote[] {
  if (regions.length === 0) return [];
  const areas = regions.map(({ rings }) => coverage.areaWithinMm2(rings));
  const rest = Math.max(0, coverage.areaMm2() - areas.reduce((sum, area) => sum + area, 0));
  const each = regions.map(({ name }, i) => `${name} ${squareCm(areas[i])}`);
  const lost = regions.reduce((sum, region) => sum + region.lost, 0);
  return [
    {
      id: 'backing-sticks',
      weight: 'plain',
      says: `${capital(each.join(', '))}, the usual colour ${squareCm(rest)}.`,
      why: 'A line in a colour near that of the paint to come disappears under it. Rub one colour after the other, and keep them apart where they meet.',
      ways: [],
    },
    ...(lost > 0
      ? [
          {
            id: 'backing-lost',
            weight: 'watch' as const,
            says: `${counted(lost, 'place')} that a colour was given to ${lost === 1 ? 'is' : 'are'} in no shape of this map.`,
            why: 'The map has changed since. The usual colour is rubbed there until another is given.',
            ways: [],
          },
        ]
      : []),
  ];
}

/** Whether a stick shows on the ground, and whether it shows through what is painted over it. */
function judged({ name, colour, shapes }: StickRegion, { map, groundColour }: SheetSource): BackingNote[] {
  const notes: BackingNote[] = [];
  const { lightness } = labOfSrgb(...colour);
  const ground = lightnessOfColour(groundColour);
  if (Math.abs(lightness - ground) < minContrast)
    notes.push({
      id: `backing-faint-${name}`,
      weight: 'watch',
      says: `${capital(name)} is hard to see on this ground.`,
      why: `Its lightness is ${Math.round(lightness)}, the ground’s ${Math.round(ground)}. A colour of middle lightness shows on a light ground, white chalk on a dark one.`,
      ways: [],
    });
  const values = new Map(map.values.map((value) => [value.level, value.lightness]));
  const pale = shapes.filter(({ level }) => (values.get(level) ?? 0) > paleAbove).length;
  if (lightness < heavyBelow && pale > 0)
    notes.push({
      id: `backing-heavy-${name}`,
      weight: 'watch',
      says: `${capital(name)} is dark behind ${counted(pale, 'light shape')}.`,
      why: 'A dark line shows through pale washes and thin paint. Take one of middle lightness near the colour to come.',
      ways: [],
    });
  return notes;
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
const squareCm = (mm2: number) => `${(mm2 / 100).toFixed(mm2 < 10_000 ? 1 : 0)} cm²`;
