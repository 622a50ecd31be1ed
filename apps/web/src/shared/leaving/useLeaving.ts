import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { keepGuard } from './guardedHistory.ts';

/**
 * Keeps whoever wants to go elsewhere while `isHeld`, until they have said what is to become of what goes on. Another
 * address of the same place is no leaving.
 */
export function useLeaving(isHeld: boolean): {
  /** Whether somebody wants to go, and has not decided. */
  readonly isAsked: boolean;
  readonly proceed: () => void;
  readonly stay: () => void;
} {
  const { pathname } = useLocation();
  const [leave, setLeave] = useState<(() => void) | null>(null);
  useEffect(() => {
    if (!isHeld) return;
    return keepGuard((to, proceed) => {
      if (to === pathname) return false;
      setLeave(() => proceed);
      return true;
    });
  }, [isHeld, pathname]);
  return {
    isAsked: leave !== null,
    proceed: () => {
      setLeave(null);
      leave?.();
    },
    stay: () => setLeave(null),
  };
}
