/** A key of the program: what is pressed, what it does, and where. */
type KeyEntry = {
  /** As the keyboard says it; several that do the same with a bar between them. */
  press: string;
  /** As it stands on the page of keys; those of one line are shown once. */
  shown: string;
  does: string;
  where: KeyPlace;
};

/** Where keys act, in the order of the page of keys. */
export const keyPlaces = {
  everywhere: 'Everywhere',
  leaf: 'On a leaf that has the focus',
  map: 'At Map',
  lines: 'At Map, with Lines',
  things: 'At Map, with Things',
  shapes: 'At Map, with Shapes',
  draw: 'At Map, with Draw',
  sheets: 'At Sheets',
  check: 'At Check',
  run: 'While tracing line by line',
} as const;
export type KeyPlace = keyof typeof keyPlaces;

const stationKeys = { shown: '1 to 7', does: 'go to that station', where: 'everywhere' } as const;

/** Every key that acts beyond what has the focus. The page of keys is written from it. */
export const keyTable = {
  station: { press: '1|2|3|4|5|6|7|8|9', ...stationKeys },
  undo: { press: 'mod+z', shown: 'Ctrl Z', does: 'undo the last decision', where: 'everywhere' },
  redo: {
    press: 'mod+shift+z|mod+y',
    shown: 'Ctrl Shift Z',
    does: 'do it again',
    where: 'everywhere',
  },
  putDown: {
    press: 'escape',
    shown: 'Escape',
    does: 'leave a list, a panel, a half-typed gap, or put the tool down',
    where: 'everywhere',
  },
  loupe: { press: 'l', shown: 'L', does: 'a loupe that follows the pointer', where: 'everywhere' },
  leaves: {
    press: 'v',
    shown: 'V',
    does: 'both leaves, the left one alone, the right one alone',
    where: 'everywhere',
  },
  help: { press: '?|shift+?', shown: '?', does: 'show these keys', where: 'everywhere' },
  tour: { press: 't', shown: 'T', does: 'a short tour of the bench', where: 'everywhere' },
  greys: { press: 'g', shown: 'G', does: 'values as greys, on and off', where: 'map' },
  under: { press: 'o', shown: 'O, held', does: 'the picture under the map', where: 'map' },
  over: { press: 'o', shown: 'O, held', does: 'the reference over the drawing', where: 'check' },
  nextLine: {
    press: 'n',
    shown: 'N and B',
    does: 'the next line and the one before, those that matter most first',
    where: 'lines',
  },
  lineBefore: { press: 'b', shown: 'N and B', does: '', where: 'lines' },
  dropLine: { press: 'x', shown: 'X, K', does: 'leave the line out, keep it', where: 'lines' },
  keepLine: { press: 'k', shown: 'X, K', does: '', where: 'lines' },
  hardLine: { press: 'h', shown: 'H, S, U', does: 'make the line hard, soft, lost', where: 'lines' },
  softLine: { press: 's', shown: 'H, S, U', does: '', where: 'lines' },
  lostLine: { press: 'u', shown: 'H, S, U', does: '', where: 'lines' },
  lineFront: { press: 'f', shown: 'F', does: 'which side of the line lies in front', where: 'lines' },
  removeLine: { press: 'delete', shown: 'Delete', does: 'remove a line drawn by hand', where: 'lines' },
  wholeThing: {
    press: '.',
    shown: '. and ,',
    does: 'what the thing is part of, and its parts',
    where: 'things',
  },
  partThing: { press: ',', shown: '. and ,', does: '', where: 'things' },
  drawThing: { press: 'w', shown: 'W, X', does: 'draw the thing whole, leave it out', where: 'things' },
  dropThing: { press: 'x', shown: 'W, X', does: '', where: 'things' },
  joinShapes: { press: 'j', shown: 'J, D, C', does: 'join, divide, cast shadow', where: 'shapes' },
  divideShape: { press: 'd', shown: 'J, D, C', does: '', where: 'shapes' },
  castShadow: { press: 'c', shown: 'J, D, C', does: '', where: 'shapes' },
  endLine: {
    press: 'enter',
    shown: 'Enter, Backspace, Escape',
    does: 'end the line, take the last click back, begin again',
    where: 'draw',
  },
  clickBack: { press: 'backspace', shown: 'Enter, Backspace, Escape', does: '', where: 'draw' },
  clearLine: { press: 'escape', shown: 'Enter, Backspace, Escape', does: '', where: 'draw' },
  pageBefore: {
    press: 'pageup',
    shown: 'Page Up, Page Down',
    does: 'the page before and the next',
    where: 'sheets',
  },
  nextPage: { press: 'pagedown', shown: 'Page Up, Page Down', does: '', where: 'sheets' },
} as const satisfies Readonly<Record<string, KeyEntry>>;
export type KeyName = keyof typeof keyTable;

/** Keys of what has the focus, which need no listening beyond it. */
export const focusKeys: readonly Omit<KeyEntry, 'press'>[] = [
  { shown: 'Tab', does: 'walk through the gaps of the sentence and everything else', where: 'everywhere' },
  { shown: 'Enter', does: 'open a gap, or take what is typed in it', where: 'everywhere' },
  {
    shown: 'Arrows',
    does: 'move the leaf; while a tool is used, its cursor; a handle by 1 mm (or pixel), with Shift 10, with Alt 0.1',
    where: 'leaf',
  },
  { shown: 'Enter', does: 'while a tool is used: click at the cursor', where: 'leaf' },
  { shown: '+ and −', does: 'nearer and further', where: 'leaf' },
  { shown: '0', does: 'show all of it', where: 'leaf' },
  {
    shown: 'Space, Enter, Page Down, a pedal',
    does: 'the line is traced: go on; any key can be learned for it',
    where: 'run',
  },
  { shown: 'Backspace, Page Up', does: 'take back what was done last', where: 'run' },
  {
    shown: 'Arrows, Enter',
    does: 'with Backing colours, on a shape: the shape before and the next, back it with the colour or not',
    where: 'sheets',
  },
];

/** Whether a key is a bare letter or sign, which someone who dictates may want off. */
export const isLetterKey = (name: KeyName): boolean =>
  keyTable[name].press.split('|').every((press) => press.replace('shift+', '').length === 1);
