import type { Corners } from '@oakbell/core/scan';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { ScanOrder, ScanReport } from './scanProtocol.ts';

/** Why there is no camera. */
export type CameraFault = 'refused' | 'none' | 'busy';

const CAMERA = { facingMode: 'environment', width: { ideal: 2560 }, height: { ideal: 1920 } } as const;

function faultOf(failure: unknown): CameraFault {
  const { name } = failure as DOMException;
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused';
  return name === 'NotFoundError' || name === 'OverconstrainedError' || name === 'TypeError' ? 'none' : 'busy';
}

/** A sheet that was photographed. */
export interface TakenSheet {
  readonly id: string;
  readonly blob: Blob;
  readonly address: string;
  /** No sheet was found in the picture: it is as it was taken. */
  readonly isWhole: boolean;
}

/**
 * A camera that looks for sheets all the time, and photographs the one it sees when it is told to. The next picture is
 * looked at when the worker has done with the one before, so that no machine falls behind.
 */
export function useScanner() {
  const video = useRef<HTMLVideoElement>(null);
  const worker = useRef<Worker | null>(null);
  const waiting = useRef<((report: Extract<ScanReport, { kind: 'taken' }>) => void) | null>(null);
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState<CameraFault | null>(null);
  const [size, setSize] = useState<{ readonly width: number; readonly height: number } | null>(null);
  const [corners, setCorners] = useState<Corners | null>(null);
  const [taking, setTaking] = useState(false);

  useEffect(() => {
    let left = false;
    let stream: MediaStream | null = null;
    const sheets = new Worker(new URL('./scan.worker.ts', import.meta.url), { type: 'module' });
    worker.current = sheets;
    const look = async () => {
      const shown = video.current;
      if (left || !shown) return;
      // Between two pictures of the camera there may be none: the next one is looked at.
      const picture = await createImageBitmap(shown).catch(() => null);
      if (left) picture?.close();
      else if (picture) sheets.postMessage({ kind: 'look', picture } satisfies ScanOrder, [picture]);
      else requestAnimationFrame(() => void look());
    };
    sheets.onmessage = ({ data }: MessageEvent<ScanReport>) => {
      if (left) return;
      if (data.kind === 'looked') {
        setCorners(data.corners);
        requestAnimationFrame(() => void look());
      } else {
        waiting.current?.(data);
        waiting.current = null;
      }
    };
    const open = async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: CAMERA });
      } catch (failure) {
        if (!left) setFault(faultOf(failure));
        return;
      }
      const shown = video.current;
      if (left || !shown) return stream.getTracks().forEach((track) => track.stop());
      shown.srcObject = stream;
      // Whoever closes it meanwhile breaks this off.
      await shown.play().catch(() => undefined);
      if (left) return;
      setSize({ width: shown.videoWidth, height: shown.videoHeight });
      void look();
    };
    void open();
    return () => {
      left = true;
      sheets.terminate();
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, [round]);

  /** The sheet that is seen now, laid flat and made readable; null where the picture cannot be read. */
  const take = useCallback(async (): Promise<TakenSheet | null> => {
    const shown = video.current;
    const sheets = worker.current;
    if (!shown || !sheets || shown.videoWidth === 0) return null;
    setTaking(true);
    try {
      const picture = await createImageBitmap(shown);
      const report = await new Promise<Extract<ScanReport, { kind: 'taken' }>>((done) => {
        waiting.current = done;
        sheets.postMessage({ kind: 'take', picture } satisfies ScanOrder, [picture]);
      });
      const { blob, isWhole } = report;
      return blob && { id: crypto.randomUUID(), blob, isWhole, address: URL.createObjectURL(blob) };
    } finally {
      setTaking(false);
    }
  }, []);
  const retry = () => {
    setFault(null);
    setRound((before) => before + 1);
  };
  return { video, size, corners, fault, taking, take, retry };
}
