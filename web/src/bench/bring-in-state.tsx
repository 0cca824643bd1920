import { Alert, Button, InputNumber, Modal, Progress } from 'antd';
import { useState } from 'react';
import { svgSidesPx } from '@nobrel/core/reference';
import type { BringingIn } from './use-bring-in.js';

/** How bringing in pictures stands: how far the upload is, what an SVG asks, what was refused and why. */
export function BringInState({ state }: { state: BringingIn }) {
  const { coming, faults, asked, answer, dismiss, stop } = state;
  const [longSidePx, setLongSidePx] = useState<number | null>(svgSidesPx.usual);
  return (
    <>
      {coming && (
        <span className="bring-in-state" role="status">
          <Progress
            type="circle"
            size={18}
            percent={Math.round(coming.share * 100)}
            showInfo={false}
            aria-label={`“${coming.name}” is sent`}
          />{' '}
          {coming.share < 1
            ? `Bringing in “${coming.name}”, ${Math.round(coming.share * 100)} %`
            : `Reading “${coming.name}”`}{' '}
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        </span>
      )}
      {faults.length > 0 && (
        <Alert
          type="error"
          showIcon
          title={faults.map((fault) => (
            <p key={fault} className="fault-line">
              {fault}
            </p>
          ))}
          closable={{ onClose: dismiss }}
        />
      )}
      <Modal
        open={asked !== null}
        title="How large shall it be drawn?"
        okText="Draw it"
        cancelText="Leave it out"
        okButtonProps={{ disabled: longSidePx === null }}
        onOk={() => answer(longSidePx)}
        onCancel={() => answer(null)}
      >
        <p>
          “{asked}” is drawn by formula and has no pixels of its own. For lines on paper, 10 pixels a
          millimetre of its final long side are plenty.
        </p>
        <label>
          Long side{' '}
          <InputNumber
            aria-label="Long side in pixels"
            min={svgSidesPx.least}
            max={svgSidesPx.most}
            precision={0}
            suffix="pixels"
            value={longSidePx}
            onChange={setLongSidePx}
          />
        </label>
      </Modal>
    </>
  );
}
