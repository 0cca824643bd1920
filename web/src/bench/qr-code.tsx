import { toDataURL } from 'qrcode';
import { useEffect, useState } from 'react';

/** An address as a code for a camera. */
export function QrCode({ text, says }: { text: string; says: string }) {
  const [source, setSource] = useState<string | null>(null);
  useEffect(() => {
    let wanted = true;
    void toDataURL(text, { margin: 2, scale: 5 }).then((made) => {
      if (wanted) setSource(made);
    });
    return () => {
      wanted = false;
    };
  }, [text]);
  return source === null ? null : <img src={source} alt={says} />;
}
