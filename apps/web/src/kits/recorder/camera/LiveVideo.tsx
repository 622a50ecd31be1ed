import { present } from '@oakbell/core/present';
import { useEffect, useRef, type Ref, type VideoHTMLAttributes } from 'react';

interface Props extends Omit<VideoHTMLAttributes<HTMLVideoElement>, 'ref'> {
  readonly stream: MediaStream | null;
  readonly onElement?: Ref<HTMLVideoElement>;
}

/** A stream as it comes, without its sound. */
export function LiveVideo({ stream, onElement, ...more }: Props) {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    const element = present(video.current);
    element.srcObject = stream;
    if (stream) void element.play().catch(() => undefined);
    if (typeof onElement === 'function') onElement(element);
    else if (onElement) onElement.current = element;
    return () => {
      element.srcObject = null;
    };
  }, [stream, onElement]);
  return <video ref={video} muted playsInline {...more} />;
}
