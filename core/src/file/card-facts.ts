import { schoolOf } from '../map/index.js';
import type { CardFacts } from './card.js';
import type { WorkDecisions } from './work.js';

/** What a card tells of decisions. */
export function cardFactsOf(decisions: WorkDecisions): CardFacts {
  const { title, demo, fit, transfer, file } = decisions;
  return {
    title,
    demo,
    widthMm: fit.widthMm,
    heightMm: fit.heightMm,
    surface: fit.kind,
    method: transfer.method,
    drawer: file.drawer,
    series: file.series,
    tags: file.tags,
    readyBy: file.readyBy,
    words: wordsIn(decisions),
  };
}

/** All that a painter wrote in a work, and the name of its school. */
function wordsIn({ reference, map, corrections, transfer, file, setAside }: WorkDecisions): string {
  return [
    reference.owner,
    reference.permissionNote,
    ...reference.details.map(({ words }) => words),
    schoolOf(map)?.name ?? '',
    ...corrections.pins.map(({ text }) => text),
    transfer.used,
    file.tracingKept,
    file.pictureKept,
    file.heldBy,
    file.redone,
    file.nextTime,
    file.notes,
    ...file.stages.map(({ words }) => words),
    ...Object.values(setAside),
  ]
    .filter((words) => words.trim() !== '')
    .join(' · ');
}
