import { useEffect } from 'react';

/** The title of the browser's tab while this is on screen. */
export function PageTitle({ children }: { readonly children: string }) {
  useEffect(() => {
    document.title = children === '' ? 'Oak Bell' : `${children} · Oak Bell`;
  }, [children]);
  return null;
}
