import { IconKeyboard } from '@tabler/icons-react';
import { Suspense, useState } from 'react';
import { IconAction } from './IconAction.tsx';
import { useKeys, type KeyLine } from './useKeys.ts';
import { later } from './later.ts';

const KeyList = later(async () => (await import('./KeyList.tsx')).KeyList);

/** The keys of a screen, shown with `?` and by a button. */
export function KeyHelp({ lines, hall = false }: { readonly lines: readonly KeyLine[]; readonly hall?: boolean }) {
  const [open, setOpen] = useState(false);
  useKeys({ '?': () => setOpen(true) });
  return (
    <>
      <IconAction hall={hall} label="Keys" keyText="?" onClick={() => setOpen(true)}>
        <IconKeyboard aria-hidden />
      </IconAction>
      {open && (
        <Suspense>
          <KeyList lines={lines} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
