/** Drawers of the flat file. */
export const drawers = ['in-hand', 'finished', 'resting', 'given-up'] as const;
export type Drawer = (typeof drawers)[number];

/** What the drawers are called. */
export const drawerWords: Readonly<Record<Drawer, string>> = {
  'in-hand': 'in hand',
  finished: 'finished',
  resting: 'resting',
  'given-up': 'given up',
};
