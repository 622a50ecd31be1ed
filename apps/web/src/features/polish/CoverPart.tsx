import { present } from '@oakbell/core/present';
import { Button, FileButton, Group, Stack, Text } from '@mantine/core';
import { dressingOf, type Cover } from '@oakbell/core/edits';
import { pictureOf, useBringing } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import classes from './Polish.module.css';
import type { Polish } from './usePolish.ts';

const WIDTH = 640;

/** What is on the stage now, as a picture file; null where nothing is. */
async function stagePicture(): Promise<File | null> {
  const layers = [...document.querySelectorAll<HTMLCanvasElement>('canvas[data-layer], canvas[data-stage]')];
  const [page] = layers;
  if (!page || page.width === 0) return null;
  const canvas = document.createElement('canvas');
  canvas.width = WIDTH;
  canvas.height = Math.round((WIDTH * page.height) / page.width);
  const context = present(canvas.getContext('2d'));
  for (const layer of layers) context.drawImage(layer, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  return blob && new File([blob], 'cover.png', { type: 'image/png' });
}

/** The picture that stands for the lesson: what is on stage, or a picture of one's own. */
export function CoverPart({ polish }: { readonly polish: Polish }) {
  const { cover } = polish.dressing;
  const set = (to: Cover | null) => polish.edit((now) => ({ op: 'cover', from: dressingOf(now).cover, to }));
  const { bring, busy, failure } = useBringing<{ digest: string }>(
    `/api/lessons/${polish.lesson.id}/assets`,
    ([made]) => made && set({ picture: made.digest }),
  );
  return (
    <Stack gap="xs">
      {cover && (
        <img className={classes.cover} src={pictureOf(polish.lesson.id)(cover.picture)} alt="The cover as it is now" />
      )}
      <Group gap="xs">
        <Button size="sm" variant="default" loading={busy} onClick={() => void stagePicture().then(bring)}>
          Use what is on stage
        </Button>
        <FileButton accept="image/*" onChange={bring}>
          {(props) => (
            <Button {...props} size="sm" variant="default">
              Choose a picture …
            </Button>
          )}
        </FileButton>
        {cover && (
          <Button size="sm" variant="default" onClick={() => set(null)}>
            Take it away
          </Button>
        )}
      </Group>
      {!cover && <Text size="sm">Without a cover, the first page stands for the lesson.</Text>}
      <ProblemNote failure={failure} />
    </Stack>
  );
}
