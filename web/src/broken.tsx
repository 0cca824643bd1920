import { Alert, Button } from 'antd';
import { useRouteError } from 'react-router';
import { useAppSelector } from './store/hooks.js';
import { workOf } from './store/work-state.js';

/** What stands where a page broke: whether the work is safe, and the way on. */
export function Broken() {
  const error = useRouteError();
  const saving = useAppSelector((state) => workOf(state).saving);
  const safe =
    saving === 'saved'
      ? 'Your work is saved.'
      : 'Your last change is kept in this browser and is saved when the work opens again.';
  return (
    <Alert
      type="error"
      showIcon
      title="This page stopped working."
      description={
        <>
          <p>{safe}</p>
          <details>
            <summary>What went wrong</summary>
            {error instanceof Error ? error.message : String(error)}
          </details>
        </>
      }
      action={
        <Button type="primary" onClick={() => window.location.reload()}>
          Reload the page
        </Button>
      }
    />
  );
}
