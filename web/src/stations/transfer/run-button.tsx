import { Button } from 'antd';
import { useNavigate } from 'react-router';
import { useDecisions, useWorkId } from '../../store/use-work.js';

/** Goes to the tracing that is led line by line. */
export function RunButton() {
  const navigate = useNavigate();
  const id = useWorkId();
  const { run } = useDecisions('transfer');
  return (
    <Button type="primary" onClick={() => void navigate(`/works/${id}/run`)}>
      {run.traced.length > 0 ? 'Go on line by line' : 'Trace line by line'}
    </Button>
  );
}
