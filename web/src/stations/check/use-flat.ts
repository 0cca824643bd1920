import { useEffect, useState } from 'react';

/** An address for a picture made in the page, for as long as it is shown. */
export function useFlat(blob: Blob | null): string | null {
  const [shown, setShown] = useState<{ blob: Blob; href: string } | null>(null);
  useEffect(() => {
    if (!blob) return undefined;
    const href = URL.createObjectURL(blob);
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the address lives as long as the effect
    setShown({ blob, href });
    return () => URL.revokeObjectURL(href);
  }, [blob]);
  return shown?.blob === blob ? (shown?.href ?? null) : null;
}
