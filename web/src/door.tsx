import { lazy, Suspense, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { guestPages } from '@nobrel/core/file';
import { useAccessQuery } from './store/api/access.js';

const EnterCode = lazy(async () => ({ default: (await import('./enter-code.js')).EnterCode }));

/**
 * Lets in the computer the program runs on and devices that showed the code, and guests to the pages of their work that
 * they lead by; others are asked for the code.
 */
export function Door({ children }: { children: ReactNode }) {
  const { data } = useAccessQuery();
  const { pathname } = useLocation();
  if (data?.letIn !== false || guestPages.some((page) => pathname === `/works/${data.guestOf}/${page}`))
    return children;
  return (
    <Suspense>
      <EnterCode />
    </Suspense>
  );
}
