import { Alert, Button, Progress } from 'antd';
import { lazy, Suspense } from 'react';
import type { BringingIn } from './use-bring-in.js';
import * as css from './bring-in.module.css';

const SvgSize = lazy(async () => ({ default: (await import('../svg-size.js')).SvgSize }));

/** How bringing in pictures stands: how far the upload is, what an SVG asks, what was refused and why. */
export function BringInState({ state }: { state: BringingIn }) {
  const { coming, faults, asked, answer, dismiss, stop } = state;
  return (
    <>
      {coming && (
        <span className={css.bringInState} role="status">
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
            <p key={fault} className={css.faultLine}>
              {fault}
            </p>
          ))}
          closable={{ onClose: dismiss }}
        />
      )}
      {asked !== null && (
        <Suspense>
          <SvgSize name={asked} onAnswer={answer} />
        </Suspense>
      )}
    </>
  );
}
