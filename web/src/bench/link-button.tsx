import { Button } from 'antd';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';

/** A button that goes to another page of the application. */
export function LinkButton({ to, children }: { to: string; children: ReactNode }) {
  const navigate = useNavigate();
  return (
    <Button size="small" onClick={() => void navigate(to)}>
      {children}
    </Button>
  );
}
