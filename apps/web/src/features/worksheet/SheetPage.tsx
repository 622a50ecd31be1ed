import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { call, client, isGone, type Api } from '../../shared/api/index.ts';
import { notice, Empty, PageTitle, Show, Waiting } from '../../shared/ui/index.ts';
import { sendKeptParts } from './keptParts.ts';
import { learned, OpenSheet } from './openSheet.ts';
import { SheetDesk } from './SheetDesk.tsx';

/** Addresses of pictures are good for much longer. */
const STALE_MS = 30 * 60_000;

/** A learner's sheet: the pages of the worksheet, and what they write on them. */
export function SheetPage() {
  const { assignment: id = '' } = useParams();
  const sheet = useQuery({
    queryKey: ['own-sheet', id],
    queryFn: async () => {
      // What was written here before comes first: the sheet is shown with it.
      for (const message of await sendKeptParts(id).catch(() => []))
        notice({ title: 'Not saved on your worksheet', message, autoClose: false });
      return call(client.GET('/api/assignments/{id}/sheet', { params: { path: { id } } })).then(learned);
    },
    // It is shown as it was opened: a later answer brings fresh addresses, and whether it may still be written on.
    staleTime: STALE_MS,
    gcTime: 0,
    refetchOnMount: 'always',
  });
  if (isGone(sheet.error))
    return (
      <div className="ob-page">
        <Empty title="This is not on your desk">
          Your teacher has taken it back, or it was for another class. What you have written is kept.
        </Empty>
        <Button component={Link} to="/desk">
          To your desk
        </Button>
      </div>
    );
  return (
    <Show of={sheet} what="Opening the worksheet">
      {(data) => (
        <>
          <PageTitle>{`Worksheet · ${data.title}`}</PageTitle>
          <Opened sheet={data} />
        </>
      )}
    </Show>
  );
}

/** Shown as it was opened: later answers say whether it may still be written on, and nothing of what is on it. */
function Opened({ sheet: latest }: { readonly sheet: Api['SheetDto'] }) {
  const [sheet] = useState(latest);
  const [open, setOpen] = useState<OpenSheet | null>(null);
  useEffect(() => {
    const made = new OpenSheet(sheet);
    setOpen(made);
    const wake = () => made.sender.wake();
    const leave = () => void made.sender.flush();
    window.addEventListener('online', wake);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('online', wake);
      window.removeEventListener('pagehide', leave);
      made.close();
    };
  }, [sheet]);
  if (!open) return <Waiting what="Opening the worksheet" />;
  const { mayWrite, why, handedInAt } = latest;
  return <SheetDesk sheet={{ ...sheet, mayWrite, why, handedInAt }} open={open} />;
}
