import { useEffect, useState } from 'react';

/** A picture that is made in the page: its address for as long as it is shown, or that it could not be made. */
type Flat = { href: string | null; failed: boolean };

/** An address for a picture that is being made. */
export function useFlat(flat: Promise<Blob> | null): Flat {
  const [made, setMade] = useState<Flat & { flat: Promise<Blob> | null }>({
    flat: null,
    href: null,
    failed: false,
  });
  useEffect(() => {
    let href: string | null = null;
    let wanted = true;
    flat?.then(
      (blob) => {
        if (!wanted) return;
        href = URL.createObjectURL(blob);
        setMade({ flat, href, failed: false });
      },
      () => {
        if (wanted) setMade({ flat, href: null, failed: true });
      },
    );
    return () => {
      wanted = false;
      if (href) URL.revokeObjectURL(href);
    };
  }, [flat]);
  return made.flat === flat ? made : { href: null, failed: false };
}
