import { fixLoose, forPainting, joinSheets, layOn, lookLast, putAway } from '../steps/common-steps.js';
import { transferMethodNames } from './ids.js';
import type { TransferMethodModule } from './method.js';
import { lowTackMetres, lowTackTape, printedSheets } from './shared.js';

/** Lines pricked as rows of holes, and powder dabbed through them. */
export const prickAndPounce: TransferMethodModule = {
  name: transferMethodNames['prick-and-pounce'],
  suits: 'Large work and walls, and drawings that are transferred many times.',
  sheets: ['pricking'],
  materials: [
    { for: 'needle', words: 'a needle in a handle, or a pricking wheel' },
    { for: 'board', words: 'a soft board or felt to prick on' },
    { for: 'powder', words: 'a pounce bag of powdered chalk', when: { dark: true } },
    { for: 'powder', words: 'a pounce bag of powdered charcoal' },
    lowTackTape,
    { for: 'pencil', words: 'a pencil or thin paint to join the dots' },
  ],
  steps: [
    ...joinSheets,
    {
      id: 'prick',
      phase: 'Prepare',
      title: 'Lay the sheet on the soft board and prick every dot, from the front.',
      why: 'The holes of the plan are as far apart as the curve allows: more only weaken the sheet.',
      caution: 'needle',
    },
    {
      id: 'prick-sand',
      phase: 'Prepare',
      title: 'Rub the back lightly with fine sandpaper.',
      why: 'The raised edges of the holes would close again under the bag.',
      caution: 'dust',
    },
    ...layOn,
    {
      id: 'corners',
      phase: 'Trace',
      title: 'Pounce through two opposite corners first, lift, and look.',
      why: 'They prove later whether the sheet has slipped, and how much powder the bag gives.',
      caution: 'dust',
    },
    {
      id: 'pounce',
      phase: 'Trace',
      title: 'Dab, never rub, along the lines.',
      why: 'Rubbing drives the powder under the sheet.',
      caution: 'dust',
    },
    lookLast,
    {
      id: 'join-dots',
      phase: 'Finish',
      title: 'Join the dots with a line, from the {from}, and brush the powder off.',
      why: 'Dots blow away; where they lie close, the drawing beside you says which belong together.',
      caution: 'strain',
    },
    fixLoose,
    ...forPainting,
    { ...putAway, title: 'Write title, size and date on the pricked sheet and roll it up.' },
  ],
  objections: [
    { when: { crowded: true }, verdict: 'with care', why: 'Dots of lines that lie close together merge.' },
    {
      when: { medium: 'pale-washes' },
      verdict: 'with care',
      why: 'Powder that is not brushed off greys pale washes.',
    },
    {
      when: { large: false, repeated: false },
      verdict: 'with care',
      why: 'Pricking takes longer than tracing: it pays for large or repeated work.',
    },
  ],
  line: { widthMm: 1, faintest: 4.5, why: 'a dot of powder is about 1 mm across' },
  gear: ['pounce'],
  supplies: [printedSheets, lowTackMetres, { words: 'g of pounce powder', kind: 'pounce', perMetre: 0.4 }],
  leaves: [{ for: 'left', words: 'Powder, brushed or wiped off once the dots are joined.' }],
  time: { readyMinutes: 15, readyMinutesPerDm2: 0.3, pace: 2.2, tidyMinutes: 12 },
};
