export const transferMethodIds = [
  'transfer-sheet',
  'rubbed-backing',
  'mirrored-tracing',
  'light-box',
  'projector',
  'overhead-projector',
  'prick-and-pounce',
  'grid-by-hand',
  'film-over-original',
] as const;
export type TransferMethod = (typeof transferMethodIds)[number];

/** What each is called after “by”; apart from the methods themselves, which only their station needs. */
export const transferMethodNames: Readonly<Record<TransferMethod, string>> = {
  'transfer-sheet': 'a transfer sheet',
  'rubbed-backing': 'a graphite or chalk backing',
  'mirrored-tracing': 'a mirrored tracing',
  'light-box': 'a light box or a lit window',
  projector: 'a digital projector',
  'overhead-projector': 'an overhead projector with film',
  'prick-and-pounce': 'prick and pounce',
  'grid-by-hand': 'a grid, by hand',
  'film-over-original': 'film over an original',
};
