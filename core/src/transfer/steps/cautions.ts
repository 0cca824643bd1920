/** The usual cautions, at the steps where they apply. Reminders, not professional advice: labels and local rules come first. */
export const cautions = {
  dust: 'Do not blow the dust away: pick it up with a putty rubber or a damp cloth, and wear a mask if there is much of it. Some pigments are toxic; follow the label.',
  spray: 'Use fixative outdoors or with extraction, away from flame, and follow the label and local rules.',
  strain: 'Pause before the hand cramps. If it hurts, the pressure is wrong.',
  neck: 'Get up every half hour: a bent neck and raised arms tire before one notices.',
  needle:
    'Prick away from the other hand, on a board that takes the needle, and keep the needle in a cork between times.',
  blade: 'Cut away from the hand that holds the rule, with the blade shut away between cuts.',
  lampUnderGlass:
    'Use a cool lamp, leave the air a way out, and never lean on the glass: it may break, and a hot lamp under paper is a fire.',
  window:
    'Work at a window you reach standing on the floor; a window at height or a ladder is no place to trace. Do not press on old or cracked panes, and do not look into the sun.',
  beam: 'Do not look into the beam, and do not let others: the lamp harms eyes. The housing gets hot; give it air.',
  cables:
    'Tape cables down where you walk in the dark, and do not stand on chairs. Mains wiring is for a licensed electrician, by local codes.',
  height:
    'Above your reach, use a scaffold or a ladder held by someone, by local rules. Hanging a heavy work is for someone licensed to do it.',
  solvent: 'Film pens may hold solvents: work with a window open, away from flame, and follow the label.',
} as const;
export type CautionId = keyof typeof cautions;
