import type { CaptureOrder, CaptureReport } from './captureProtocol.ts';
import { CaptureWorker } from './captureWorker.ts';
import type { Wire, WireAnswer } from './partSender.ts';

/** How long an answer may take before the server counts as away. */
const PATIENCE_MS = 10_000;

const wire: Wire = {
  async send(method, path, body) {
    try {
      const bytes = body instanceof Uint8Array;
      const response = await fetch(path, {
        method,
        ...(body === undefined ? {} : { body: bytes ? body : JSON.stringify(body) }),
        headers: { 'Content-Type': bytes ? 'application/octet-stream' : 'application/json' },
        // A server that hangs is as good as away: the part is sent again, which is harmless.
        signal: AbortSignal.timeout(PATIENCE_MS),
      });
      const text = await response.text();
      return { status: response.status, body: text.startsWith('{') ? (JSON.parse(text) as WireAnswer['body']) : {} };
    } catch {
      return { status: 0, body: {} };
    }
  },
  pause: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
};

const capture = new CaptureWorker(wire, (report: CaptureReport) => self.postMessage(report));
self.onmessage = ({ data }: MessageEvent<CaptureOrder>) => void capture.handle(data);
