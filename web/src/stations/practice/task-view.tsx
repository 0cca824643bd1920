import { EdgeTask } from './edge-task.js';
import { OrderTask } from './order-task.js';
import { PlacingTask } from './placing-task.js';
import { SetTask } from './set-task.js';
import type { ViewProps } from './task-props.js';
import { ValueTask } from './value-task.js';

/** A task, and how it is answered. */
export function TaskView(props: ViewProps) {
  const { task } = props;
  if (task.drill === 'placing') return <PlacingTask {...props} task={task} />;
  if (task.drill === 'value') return <ValueTask {...props} task={task} />;
  if (task.drill === 'order') return <OrderTask {...props} task={task} />;
  if (task.drill === 'edge') return <EdgeTask {...props} task={task} />;
  return <SetTask {...props} task={task} />;
}
