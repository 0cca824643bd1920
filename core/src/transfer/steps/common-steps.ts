import type { StepRule } from './step.js';

/** Steps that several methods share, as data; see `StepRule`. */

export const joinSheets: StepRule[] = [
  {
    id: 'join',
    phase: 'Prepare',
    title: 'Check a {bars} mm bar with a ruler, then join the {sheets} sheets on their numbered crosses.',
    why: 'A printer that scales to fit makes the whole drawing the wrong size, and it shows only on the bar.',
    when: { joined: true },
  },
];

/** The drawing laid on the surface and hinged. */
export const layOn: StepRule[] = [
  {
    id: 'place',
    phase: 'Prepare',
    title: 'Lay the drawing on the surface, its corner marks on the corners of the surface.',
    why: 'The marks are printed for this size: if they do not meet, the print or the surface is not what was measured.',
  },
  {
    id: 'hinge',
    phase: 'Prepare',
    title:
      'Press the tape on a cloth first, then tape one side of the drawing as a hinge, on the back of the surface where you can.',
    why: 'Full tack lifts the fibres of this surface. A hinge lets you lift the drawing and lay it back in register.',
    when: { tapeMarks: true },
  },
  {
    id: 'hinge',
    phase: 'Prepare',
    title: 'Tape one side of the drawing to the surface as a hinge.',
    why: 'A hinge lets you lift the drawing and lay it back in register.',
  },
];

/** The pressure tried before the first line. */
export const tryPressure: StepRule[] = [
  {
    id: 'pressure',
    phase: 'Prepare',
    title: 'Try the pressure on a scrap of the same surface.',
    why: 'It must mark and must not dent: a furrow stays, and washes or pigment pool in it.',
    when: { dents: true },
  },
  {
    id: 'pressure',
    phase: 'Prepare',
    title: 'Try the pressure on a scrap of the same surface.',
    why: 'The line must show through the first layer and not shout through the last.',
  },
  {
    id: 'tooth',
    phase: 'Prepare',
    title: 'Choose a rounder point, such as an empty ball-point.',
    why: 'On a rough surface a fine point drops into the hollows and the line breaks up.',
    when: { tooth: 'rough' },
  },
];

const cornersFirst: StepRule = {
  id: 'corners',
  phase: 'Trace',
  title: 'Trace a short stretch in two opposite corners.',
  why: 'They prove later whether the drawing has slipped.',
};

/** The lines themselves, by school. */
const lines: StepRule[] = [
  {
    id: 'outline',
    phase: 'Trace',
    title: 'Trace the lines from the top downwards, the arm never over what is done.',
    why: 'An arm that hangs over traced lines smears them, and tires.',
    when: { school: 'top-to-bottom' },
  },
  {
    id: 'outline',
    phase: 'Trace',
    title:
      'Trace what the picture is looked at for first, then outwards ring by ring, the palm on a clean sheet.',
    why: 'The part that counts is traced while hand and eye are fresh.',
    when: { school: 'focal-first' },
  },
  {
    id: 'outline',
    phase: 'Trace',
    title: 'Trace from the middle outwards, the palm on a clean sheet.',
    why: 'A sheet that creeps is pushed away from what is traced.',
    when: { school: 'inside-out' },
  },
  {
    id: 'outline',
    phase: 'Trace',
    title: 'Trace the lines of the darks first, then lighter and lighter, the palm on a clean sheet.',
    why: 'The darks hold the drawing together, and their lines may be the firmest.',
    when: { school: 'dark-to-light' },
  },
  {
    id: 'outline',
    phase: 'Trace',
    title: 'Trace the outlines, working from the {from}, the palm on a clean sheet.',
    why: 'Working from the {from}, your {hand} hand does not rest on what is done.',
  },
  {
    id: 'inner',
    phase: 'Trace',
    title: 'Trace the shapes inside; soft edges as broken lines.',
    why: 'A broken line reads as a blend later, a whole one as an edge.',
    caution: 'strain',
  },
];

/** Tracing under a sheet that can be lifted. */
export const traceUnderSheet: StepRule[] = [
  cornersFirst,
  {
    id: 'look-early',
    phase: 'Trace',
    title: 'Lift the free side and look.',
    why: 'Too faint, too dark, the sheet the wrong way up: better seen after two lines than after two hundred.',
  },
  ...lines,
  {
    id: 'look-again',
    phase: 'Trace',
    title: 'Lift and look again at intervals, laying it back on the corner marks.',
    why: 'A line that was left out is traced in a moment now and hard to place later.',
  },
];

/** Tracing what is seen, straight onto the surface. */
export const traceWhatIsSeen: StepRule[] = [
  cornersFirst,
  {
    id: 'look-early',
    phase: 'Trace',
    title: 'Switch the light off, or cover it, and look.',
    why: 'By its own light a line always looks darker than it is.',
  },
  ...lines,
  {
    id: 'look-again',
    phase: 'Trace',
    title: 'Hold the corner marks against the drawing at intervals.',
    why: 'Paper, table or lamp may have moved without your noticing.',
  },
];

export const lookLast: StepRule = {
  id: 'look-last',
  phase: 'Finish',
  title: 'Look over every line before the tape comes off.',
  why: 'Once it is off, the register is gone.',
};

/** What is done to the lines once they stand. */
export const refine: StepRule[] = [
  lookLast,
  {
    id: 'gaps',
    phase: 'Finish',
    title: 'Take the drawing off, close gaps and refine with a 0.3 to 0.5 mm lead.',
    why: 'A transferred line is wider than a drawn one; corners and small forms need a finer point.',
  },
];

export const lighten: StepRule[] = [
  {
    id: 'lighten',
    phase: 'Finish',
    title: 'Press a putty rubber on the lines until they can only just be followed, and lift stray graphite.',
    why: 'Pencil shines through transparent paint and cannot be lifted once it is under it.',
    when: { erases: true, medium: ['pale-washes', 'deep-washes'] },
  },
  {
    id: 'lighten',
    phase: 'Finish',
    title: 'Lift stray graphite with a putty rubber.',
    why: 'It would grey the first layer of paint.',
    when: { erases: true },
  },
];

/** Fixing lines that would mix into the first layer. */
export const fixLoose: StepRule = {
  id: 'fix',
  phase: 'Finish',
  title: 'Fix the lines with a light coat, if the painting method allows it.',
  why: 'Loose chalk, charcoal and soft graphite mix into the first layer.',
  caution: 'spray',
};

/** After the last line, for the painting that follows. */
export const forPainting: StepRule[] = [
  {
    id: 'board',
    phase: 'Finish',
    title: 'Tape the paper to a board on all sides.',
    why: 'It stays flat under washes, and the taped border stays clean.',
    when: { id: ['hot-pressed', 'cold-pressed', 'rough'] },
  },
  {
    id: 'tone',
    phase: 'Finish',
    title: 'If you tone the ground, lay one thin wash and see that every line still shows through it.',
    why: 'A line that is lost now is lost for the painting.',
    when: { medium: 'opaque', id: ['canvas-panel', 'stretched-canvas', 'wood-panel'] },
  },
  {
    id: 'trim',
    phase: 'Finish',
    title: 'Trim the paper at the very end, when the painting is done and dry.',
    why: 'Until then its rim holds the tape, and the marks by which the drawing can be laid again in register.',
    caution: 'blade',
    when: { id: ['hot-pressed', 'cold-pressed', 'rough', 'drawing-paper'] },
  },
];

export const putAway: StepRule = {
  id: 'file',
  phase: 'Finish',
  title: 'Write title, size and date on the tracing and put it away flat.',
  why: 'A spoiled area can be transferred again from it in register, and the drawing serves another picture.',
};
