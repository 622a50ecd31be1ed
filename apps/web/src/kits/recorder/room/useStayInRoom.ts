import { useState } from 'react';

/**
 * Whether the room is shown. Once open it stays open until whoever records leaves it: that the take has arrived at the
 * server meanwhile, and is told of, does not take the room away.
 * @param recorded whether there is a recording; undefined while that is not known
 */
export function useStayInRoom(recorded: boolean | undefined): readonly [boolean, (stays: boolean) => void] {
  const [stays, setStays] = useState<boolean | null>(null);
  if (stays === null && recorded !== undefined) setStays(!recorded);
  return [stays ?? false, setStays];
}
