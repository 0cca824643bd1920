import { lazy, Suspense, type ReactNode } from 'react';
import { useAccessQuery } from './store/api/access.js';

const EnterCode = lazy(async () => ({ default: (await import('./enter-code.js')).EnterCode }));

/** Lets in the computer the program runs on and devices that showed the code; others are asked for it. */
export function Door({ children }: { children: ReactNode }) {
  const { data } = useAccessQuery();
  if (data?.letIn !== false) return children;
  return (
    <Suspense>
      <EnterCode />
    </Suspense>
  );
}
