import { Button, Popover } from 'antd';
import { useState, type ReactNode } from 'react';
import * as css from './sentence.module.css';

/** A button that opens a panel beside it, and says whether it is open. */
export function Panel({ label, children }: { label: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      open={open}
      onOpenChange={setOpen}
      content={<div className={css.more}>{children}</div>}
    >
      <Button size="small" aria-expanded={open}>
        {label}
      </Button>
    </Popover>
  );
}
