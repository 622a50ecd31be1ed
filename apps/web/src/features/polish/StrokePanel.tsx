import { Button, ColorInput, Group, Stack, Text, Title } from '@mantine/core';
import { changeStroke } from '@oakbell/core/edits';
import { strokeHit } from '@oakbell/core/ink';
import { FIRST_PENS, writtenAs, type Stroke, type TakeIndex } from '@oakbell/core/log';
import type { Scene, SceneSource } from '@oakbell/core/scene';
import type { Polish } from './usePolish.ts';

/** So near to a stroke a press means it, in page units. */
const REACH = 14;

export interface PickedStroke {
  readonly takeId: string;
  readonly stroke: Stroke;
}

/** The uppermost stroke at a place of the view, as the scene shows it; null where there is none. */
export function strokeAt(
  scene: Scene,
  source: SceneSource,
  takeId: string,
  place: { readonly x: number; readonly y: number },
): PickedStroke | null {
  const at = { x: place.x, y: place.y + scene.top };
  const hit = scene.strokes.findLast(({ stroke }) => strokeHit(stroke.points, at, stroke.pen.width / 2 + REACH));
  return hit ? { takeId: takeOf(hit.stroke, source, takeId), stroke: hit.stroke } : null;
}

/** The take in which a stroke was written: an earlier one than that which is played, where it was there already. */
function takeOf(stroke: Stroke, { takes }: SceneSource, played: string): string {
  if (stroke.at >= 0) return played;
  const wrote = (take: TakeIndex) =>
    take.finalStrokes(stroke.page).some((one) => one.at >= 0 && writtenAs(one) === writtenAs(stroke));
  return [...takes].find(([, take]) => wrote(take))?.[0] ?? played;
}

/** Gives a stroke another colour, or removes it, wherever it is seen. */
export function StrokePanel({
  polish,
  picked,
  onDone,
}: {
  readonly polish: Polish;
  readonly picked: PickedStroke | null;
  readonly onDone: () => void;
}) {
  const change = (colour?: string) =>
    picked && polish.edit((now) => changeStroke(now, picked.takeId, writtenAs(picked.stroke), colour));
  return (
    <section aria-label="A stroke">
      <Stack gap="sm">
        <Title order={2} size="h4">
          A stroke
        </Title>
        {!picked && <Text size="sm">Press on the stroke on the stage that you want to change.</Text>}
        {picked && (
          <>
            <Text size="sm">It changes wherever it is seen in this lesson.</Text>
            <ColorInput
              label="Colour"
              format="hex"
              defaultValue={picked.stroke.pen.colour}
              swatches={FIRST_PENS.map((pen) => pen.colour)}
              onChangeEnd={(colour) => change(colour)}
            />
          </>
        )}
        <Group gap="xs">
          <Button size="sm" onClick={onDone}>
            Done
          </Button>
          {picked && (
            <Button
              size="sm"
              variant="default"
              onClick={() => {
                change();
                onDone();
              }}
            >
              Remove the stroke
            </Button>
          )}
        </Group>
      </Stack>
    </section>
  );
}
