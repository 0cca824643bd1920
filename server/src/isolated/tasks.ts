/** What a worker file offers: functions whose arguments and results can be sent. */
export type Tasks = Record<string, (...args: never[]) => unknown>;

/** What a task came to. Errors lose their class and their words on the way, so that faults are sent as they are. */
export type Outcome<T> =
  { value: T } | { fault: { status: number; code: string; message: string; field?: string } };
