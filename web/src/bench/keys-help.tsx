import { Modal } from 'antd';

const keys: readonly (readonly [string, string])[] = [
  ['1 to 6', 'go to that station'],
  ['Ctrl Z', 'undo the last decision'],
  ['Ctrl Shift Z', 'do it again'],
  ['Tab', 'walk through the gaps of the sentence and everything else'],
  ['Enter', 'open a gap, or take what is typed in it'],
  ['Escape', 'leave a list, a panel, a half-typed gap, or the tool in hand'],
  [
    'Arrows',
    'on a leaf: move it; on anything that can be dragged: move that by 1 mm (or pixel), with Shift 10, with Alt 0.1',
  ],
  ['+ and −', 'on a leaf: nearer and further'],
  ['0', 'on a leaf: show all of it'],
  ['G', 'at Map: values as greys, on and off'],
  ['O, held', 'at Map: the picture under the map'],
  ['. and ,', 'at Map, a thing in hand: what it is part of, and its parts'],
  ['W, X', 'at Map, a thing in hand: draw it whole, leave it out'],
  ['N and B', 'at Map, lines in hand: the next line and the one before, those that matter most first'],
  ['X, K', 'leave the line out, keep it'],
  ['H, S, U', 'make the line hard, soft, lost'],
  ['F', 'which side of the line lies in front'],
  ['J, D, C', 'at Map, shapes in hand: join, divide, cast shadow'],
  ['Enter, Backspace', 'drawing along an edge: end the line, take the last click back'],
  ['Page Up, Page Down', 'at Sheets: the page before and the next'],
  [
    'Arrows, Enter',
    'at Sheets, sticks in hand, on a shape: the shape before and the next, give it the stick or take it',
  ],
  ['L', 'a loupe that follows the pointer, on and off'],
  ['?', 'show these keys'],
];

/** The list of keys. */
export function KeysHelp({ onClose }: { onClose: () => void }) {
  return (
    <Modal open title="Keys" footer={null} onCancel={onClose} width={520}>
      <dl className="keys">
        {keys.map(([key, does]) => (
          <div key={key}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
