import { TEXT_SCALES } from '@oakbell/core/people';
import { useEffect } from 'react';
import { useSession } from '../shared/api/index.ts';

/** Shows everything as whoever is signed in likes to read it; as everybody's once nobody is. */
export function useLook(): void {
  const me = useSession();
  const scale = TEXT_SCALES[me?.textSize ?? 'usual'];
  const still = me?.lessMotion ?? false;
  useEffect(() => {
    const { style, dataset } = document.documentElement;
    style.fontSize = scale === 1 ? '' : `${scale * 100}%`;
    if (still) dataset['still'] = 'yes';
    else delete dataset['still'];
  }, [scale, still]);
}
