import { Alert, Button } from 'antd';
import { counted } from '@nobrel/core/units';
import { useVerifyMutation } from '../../../store/api/keep.js';
import { faultOf, LongWork, useLongWork } from './long-work.js';

/** Looks whether everything that is kept is there and as it was. */
export function Looking() {
  const [verify, { data, error, isLoading }] = useVerifyMutation();
  const { task, howFar, begun, stop } = useLongWork(isLoading);
  const fault = faultOf(error);
  return (
    <section aria-label="Is everything there?">
      <h3>Is everything there?</h3>
      <p>Every record and every picture is looked at, against what it was when it came in.</p>
      {isLoading ? (
        <LongWork counts="picture" howFar={howFar} onStop={stop} />
      ) : (
        <Button size="small" onClick={() => begun(verify(task))}>
          Look now
        </Button>
      )}
      {fault !== null && <Alert type="error" title={fault} />}
      {data && (
        <div role="status">
          <p>
            {counted(data.works, 'work')} and {counted(data.pictures, 'picture')} looked at:{' '}
            {data.faults.length === 0 ? 'all is as it was.' : `${counted(data.faults.length, 'fault')}.`}
          </p>
          <ul>
            {data.faults.map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
