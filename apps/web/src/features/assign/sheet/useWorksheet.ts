import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, learn, learnMedia, once, sendFiles, type Api } from '../../../shared/api/index.ts';

/** What a worksheet is made of. */
export type MadeOf =
  | { readonly lessonId: string; readonly pageIds: readonly string[] }
  | { readonly backdrop: object; readonly count: number }
  | { readonly files: readonly File[] };

export type Worksheet = ReturnType<typeof useWorksheet>;

function make(of: MadeOf): Promise<Api['WorksheetDto']> {
  if ('files' in of) return sendFiles<Api['WorksheetDto']>('POST', '/api/worksheets/of-files', [...of.files], {});
  return once((header) =>
    'lessonId' in of
      ? call(
          client.POST('/api/worksheets/from-lesson', {
            params: { header },
            body: { lessonId: of.lessonId, pageIds: [...of.pageIds] },
          }),
        )
      : call(
          client.POST('/api/worksheets/of-boards', {
            params: { header },
            body: { backdrop: of.backdrop as Record<string, never>, count: of.count },
          }),
        ),
  );
}

/** The worksheet of what is given: made at once, given with the sheet. */
export function useWorksheet(id: string | null, onChange: (id: string | null) => void) {
  const queries = useQueryClient();
  const there = useQuery({
    queryKey: ['worksheet', id],
    enabled: id !== null,
    queryFn: () =>
      call(client.GET('/api/worksheets/{id}', { params: { path: { id: id ?? '' } } })).then((one) => learnMedia(one)),
  });
  const making = useMutation({
    mutationFn: make,
    onSuccess: (made) => {
      learn(queries, ['worksheet', made.id], learnMedia(made));
      onChange(made.id);
    },
  });
  const { importing = null, pages = [] } = (id === null ? undefined : there.data) ?? {};
  const isDrawing = importing !== null && importing.state !== 'done' && importing.state !== 'failed';
  return {
    id,
    pages,
    importing,
    make: making.mutate,
    leaveOut: () => onChange(null),
    /** While it is being made, or its pages are being drawn. */
    busy: making.isPending || isDrawing,
    failure: making.error ?? there.error,
  };
}
