import type { SurfaceKindId } from '@nobrel/core/fit';
import type { Drawer } from '@nobrel/core/file';
import type { TransferMethod } from '@nobrel/core/transfer';

/** A work of the last two years. */
export type Past = {
  title: string;
  /** The work in hand whose map it was traced from. */
  from: string;
  /** The day it was transferred. */
  on: string;
  method: TransferMethod;
  surface: SurfaceKindId;
  series: string;
  tags: readonly string[];
  drawer: Drawer;
  kept: string;
  picture?: string;
  heldBy?: string;
  used: string;
  nextTime: string;
};

const slip = 'The slip at low water';
export const dinghy = 'Dinghy on the hard';
export const lantern = 'Lantern and pears, on panel';
export const kettle = 'Kettle, lantern and pears';
const study = 'Still life, over the old study';
const shore = 'The shore';
const bench = 'From the bench';
const wax = 'wax-free graphite sheet';

const past = (
  on: string,
  title: string,
  from: string,
  method: TransferMethod,
  surface: SurfaceKindId,
  used: string,
  nextTime: string,
  more: Partial<Past> = {},
): Past => ({
  on,
  title,
  from,
  method,
  surface,
  used,
  nextTime,
  series: from === slip || from === dinghy ? shore : bench,
  tags: [],
  drawer: 'finished',
  kept: 'plan chest, second drawer',
  ...more,
});

/** Works of two years, the oldest first: the painter learns, changes methods, and gives one up. */
export const history: readonly Past[] = [
  past(
    '2024-12-08',
    'Slip, first try',
    slip,
    'grid-by-hand',
    'drawing-paper',
    'HB pencil, ruler',
    'The grid took longer than the drawing.',
    { drawer: 'given-up', tags: ['winter'] },
  ),
  past(
    '2025-01-12',
    'Pears, grey morning',
    lantern,
    'rubbed-backing',
    'cold-pressed',
    '4B stick, dead ball-point',
    '4B is too dark on this paper: take HB.',
    { tags: ['winter'] },
  ),
  past(
    '2025-02-02',
    'Lantern alone',
    lantern,
    'transfer-sheet',
    'cold-pressed',
    `${wax}, new`,
    'Wipe a new sheet twice.',
    { picture: 'north wall' },
  ),
  past(
    '2025-03-09',
    'Dinghy, March',
    dinghy,
    'transfer-sheet',
    'cold-pressed',
    `${wax}, second use`,
    'Leave the ripples out.',
    { tags: ['boats'] },
  ),
  past(
    '2025-04-13',
    'The slip, spring tide',
    slip,
    'light-box',
    'hot-pressed',
    'HB 0.5 mm',
    'The paper is too heavy for the lit window after dusk.',
    { tags: ['boats'] },
  ),
  past(
    '2025-05-04',
    'Kettle, blue',
    kettle,
    'transfer-sheet',
    'cold-pressed',
    `${wax}, third use`,
    'Check the spout before the tape comes off.',
    { heldBy: 'the tide-table office' },
  ),
  past(
    '2025-05-25',
    'Kettle, ochre',
    kettle,
    'transfer-sheet',
    'cold-pressed',
    `${wax}, fourth use`,
    'The sheet was worn on the right: turn it.',
  ),
  past(
    '2025-06-22',
    'Dinghy, noon',
    dinghy,
    'mirrored-tracing',
    'hot-pressed',
    '2B and 2H',
    'Mark the reverse side before anything else.',
    { tags: ['boats', 'summer'] },
  ),
  past(
    '2025-07-20',
    'Slip, large',
    slip,
    'overhead-projector',
    'stretched-canvas',
    'film, charcoal',
    'Raise the head first, then move the table.',
    { tags: ['summer'], kept: 'tube 3, behind the door', picture: 'boathouse, gable' },
  ),
  past(
    '2025-08-17',
    'Still life with cloth',
    study,
    'film-over-original',
    'pastel-board',
    'film, white chalk',
    'Chalk the back thinly: it does not erase here.',
    { tags: ['summer'] },
  ),
  past(
    '2025-09-14',
    'Lantern, on panel',
    lantern,
    'prick-and-pounce',
    'wood-panel',
    'needle, charcoal bag',
    'Holes 2 mm apart were enough.',
  ),
  past(
    '2025-10-12',
    'Dinghy, evening',
    dinghy,
    'transfer-sheet',
    'cold-pressed',
    `${wax}, new`,
    'Three values are enough for this boat.',
    { tags: ['boats'] },
  ),
  past(
    '2025-11-09',
    'Pears and lantern',
    lantern,
    'transfer-sheet',
    'hot-pressed',
    `${wax}, second use`,
    'Smooth paper wants less pressure.',
    { tags: ['winter'] },
  ),
  past(
    '2025-12-07',
    'Slip, ice',
    slip,
    'rubbed-backing',
    'canvas-panel',
    'HB stick',
    'Rub only behind the lines.',
    { tags: ['winter'], drawer: 'resting' },
  ),
  past(
    '2026-01-18',
    'Kettle, at night',
    kettle,
    'transfer-sheet',
    'pastel-board',
    'white transfer sheet',
    'A white sheet does not erase on this board.',
    { tags: ['winter'] },
  ),
  past(
    '2026-02-15',
    'Dinghy, red',
    dinghy,
    'transfer-sheet',
    'cold-pressed',
    `${wax}, third use`,
    'Trace the keel in one go.',
    { tags: ['boats'], heldBy: 'the chandler' },
  ),
  past(
    '2026-03-22',
    'Slip, equinox',
    slip,
    'light-box',
    'drawing-paper',
    '0.3 mm lead',
    'Put the ends of the mooring posts first.',
    { tags: ['boats'] },
  ),
  past(
    '2026-05-10',
    'Kettle, green',
    kettle,
    'transfer-sheet',
    'cold-pressed',
    `${wax}, fourth use`,
    'Lift and look after the spout.',
  ),
  past(
    '2026-06-14',
    'Dinghy, low sun',
    dinghy,
    'transfer-sheet',
    'hot-pressed',
    `${wax}, fifth use`,
    'The sheet is faint now: buy one.',
    { tags: ['boats', 'summer'] },
  ),
  past(
    '2026-08-02',
    'Lantern, twice',
    lantern,
    'prick-and-pounce',
    'wood-panel',
    'needle, chalk bag',
    'The second print is better than the first.',
    { tags: ['summer'] },
  ),
  past(
    '2026-09-13',
    'Still life, autumn',
    study,
    'transfer-sheet',
    'pastel-board',
    'yellow transfer sheet',
    'Yellow shows best on the grey board.',
    { drawer: 'resting' },
  ),
];
