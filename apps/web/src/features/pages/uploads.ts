import { useQuery } from '@tanstack/react-query';
import { call, client, sendFiles, type Api } from '../../shared/api/index.ts';

export type Upload = Api['UploadDto'];

/** Brings files to a lesson, to be looked through. @throws Problem */
export const bringFiles = (
  lessonId: string,
  files: readonly File[],
  watch: { readonly onProgress?: (share: number) => void; readonly signal?: AbortSignal } = {},
): Promise<Upload[]> => sendFiles<Upload[]>('POST', `/api/lessons/${lessonId}/uploads`, files, watch);

/** An upload; it is asked for again when its slides were opened. */
export function useUpload(lessonId: string, begin: Upload) {
  return useQuery({
    queryKey: ['upload', begin.id],
    initialData: begin,
    queryFn: () =>
      call(client.GET('/api/lessons/{id}/uploads/{upload}', { params: { path: { id: lessonId, upload: begin.id } } })),
  });
}

export const previewOf = (lessonId: string, upload: string, page: number, large = false): string =>
  `/api/lessons/${lessonId}/uploads/${upload}/pages/${page}${large ? '?large=1' : ''}`;
