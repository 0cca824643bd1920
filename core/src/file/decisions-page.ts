import type { z } from 'zod';
import { decisionTable, markdownTable } from '../decisions/index.js';
import { checkDecisionsSchema } from '../check/index.js';
import { fitDecisionsSchema } from '../fit/index.js';
import { mapSettingsSchema } from '../map/index.js';
import { referenceDecisionsSchema } from '../reference/index.js';
import { isTiled, kindGroups, sheetDecisionsSchema, sheetKindIds, sheetKinds } from '../sheets/index.js';
import { transferDecisionsSchema, transferMethodIds, transferMethods } from '../transfer/index.js';
import { stationIds, type Station } from './station-ids.js';
import { stations } from './stations.js';

const tables: Readonly<Partial<Record<Station, z.ZodType>>> = {
  reference: referenceDecisionsSchema,
  fit: fitDecisionsSchema,
  map: mapSettingsSchema,
  sheets: sheetDecisionsSchema,
  check: checkDecisionsSchema,
  transfer: transferDecisionsSchema,
};

/** The page of the docs on decisions, sheet kinds and transfer methods, in Markdown, as the tables describe them. */
export function decisionsPage(): string {
  const parts = [
    '# Decisions, sheet kinds and transfer methods',
    'Written by `npm run docs` from the tables in `core/src/*/decisions.ts`, `core/src/map/settings.ts`, `core/src/sheets/kinds` and `core/src/transfer/methods`; a test compares them. What the interface, the command line and the server take is read from the same tables. Decisions that are no single number, choice or switch (corners, landmarks, corrections, colours) are described in the schemas themselves.',
  ];
  for (const id of stationIds) {
    const { name, help } = stations[id];
    parts.push(`## ${name}`, help);
    const own = tables[id];
    if (own) parts.push(decisionTable(own));
    if (id === 'sheets')
      parts.push(
        '### Sheet kinds',
        markdownTable(
          ['kind', 'called', 'for', 'joined from sheets', 'lists beside it'],
          sheetKindIds.map((kind) => [
            `\`${kind}\``,
            sheetKinds[kind].words,
            kindGroups[sheetKinds[kind].group].toLowerCase(),
            isTiled(kind) ? 'yes' : 'no',
            (sheetKinds[kind].files ?? []).map((file) => file.name).join(', '),
          ]),
        ),
      );
    if (id === 'transfer')
      parts.push(
        '### Methods',
        markdownTable(
          ['method', 'called', 'suits', 'works from'],
          transferMethodIds.map((method) => {
            const { name: called, suits, sheets } = transferMethods[method];
            return [`\`${method}\``, called, suits, sheets.map((kind) => sheetKinds[kind].words).join(', ')];
          }),
        ),
      );
  }
  return `${parts.join('\n\n')}\n`;
}
