import { InputNumber, Modal } from 'antd';
import { useState } from 'react';
import { svgSidesPx } from '@nobrel/core/reference';

/** Asks at what size a vector drawing is brought in; null leaves it out. */
export function SvgSize({ name, onAnswer }: { name: string; onAnswer: (longSidePx: number | null) => void }) {
  const [longSidePx, setLongSidePx] = useState<number | null>(svgSidesPx.usual);
  return (
    <Modal
      open
      title="What size should it be?"
      okText="Draw it"
      cancelText="Leave it out"
      okButtonProps={{ disabled: longSidePx === null }}
      onOk={() => onAnswer(longSidePx)}
      onCancel={() => onAnswer(null)}
    >
      <p>
        “{name}” is a vector drawing and has no pixels of its own. For lines on paper, 10 pixels a millimetre
        of its final long side are plenty.
      </p>
      <label>
        Long side{' '}
        <InputNumber
          aria-label="Long side in pixels"
          min={svgSidesPx.min}
          max={svgSidesPx.max}
          precision={0}
          suffix="pixels"
          value={longSidePx}
          onChange={setLongSidePx}
        />
      </label>
    </Modal>
  );
}
