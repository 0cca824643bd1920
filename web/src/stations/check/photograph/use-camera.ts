import { useEffect, useRef, useState } from 'react';

/** As many pixels as the camera gives for its preview: the photograph is taken from it. */
const wanted: MediaStreamConstraints = {
  video: { facingMode: 'environment', width: { ideal: 4096 }, height: { ideal: 3072 } },
  audio: false,
};

/** Why there is no picture from the camera. */
function faultOf(error: unknown): string {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The camera was not allowed. Allow it beside the address of this page, or choose a picture.';
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return 'There is no camera on this device. Choose a picture instead, or use a phone.';
  if (name === 'NotReadableError') return 'Another program uses the camera. Close it there, and try again.';
  return 'The camera could not be opened. Choose a picture instead.';
}

/** This device's camera, as long as it is open. */
export function useCamera() {
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const held = useRef<MediaStream | null>(null);
  const close = () => {
    held.current?.getTracks().forEach((track) => track.stop());
    held.current = null;
    setStream(null);
  };
  useEffect(() => () => held.current?.getTracks().forEach((track) => track.stop()), []);
  return {
    /** Browsers open cameras on this computer and over HTTPS only. */
    isThere: typeof navigator.mediaDevices?.getUserMedia === 'function',
    stream,
    fault,
    open: async () => {
      setFault(null);
      try {
        held.current = await navigator.mediaDevices.getUserMedia(wanted);
        setStream(held.current);
      } catch (error) {
        setFault(faultOf(error));
      }
    },
    close,
  };
}

/** What the camera shows now, as a JPEG; null while it shows nothing. */
export async function photographFrom(video: HTMLVideoElement): Promise<File | null> {
  const { videoWidth: width, videoHeight: height } = video;
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')?.drawImage(video, 0, 0);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.92));
  return blob && width > 0 ? new File([blob], 'photograph.jpg', { type: 'image/jpeg' }) : null;
}
