import type { INestApplicationContext } from '@nestjs/common';

/** A process that cannot be closed within so long is ended without. */
const PATIENCE_MS = 5000;

/**
 * Whatever nobody caught ends this process, in order: what was going on is unknown, so nothing goes on as if nothing
 * had been. It is said, what is open is closed, and whoever started the process starts it again.
 */
export function endOnFault(app: INestApplicationContext, say: (failure: unknown) => void): void {
  let ending = false;
  const end = (failure: unknown) => {
    say(failure);
    if (ending) return;
    ending = true;
    setTimeout(() => process.exit(1), PATIENCE_MS).unref();
    void app
      .close()
      .catch(say)
      .finally(() => process.exit(1));
  };
  process.on('uncaughtException', end);
  process.on('unhandledRejection', end);
}
