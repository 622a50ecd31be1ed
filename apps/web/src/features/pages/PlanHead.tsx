import { NumberInput, Stack, Text, Textarea } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import type { Lesson } from '../../shared/api/index.ts';
import { useDraft } from '../../shared/ui/index.ts';
import classes from './Pages.module.css';
import type { PageActs } from './usePageActs.ts';
import { usePlan } from './usePlan.ts';

/** Longer lessons are better told in two, in minutes. */
const LONG = 15;

/** The one goal and the length aimed at; what the cues will take, beside it. */
export function PlanHead({ lesson, acts }: { readonly lesson: Lesson; readonly acts: PageActs }) {
  const goal = useDraft(lesson.goal, (goal, was) => acts.describe.mutateAsync({ goal, was: { goal: was } }));
  const plan = usePlan(lesson);
  const minutes = lesson.targetMs / 60_000;
  const over = plan.seconds * 1000 > lesson.targetMs;
  return (
    <Stack gap="xs" className={classes.plan}>
      <Textarea
        label="Goal"
        placeholder="What can learners do afterwards?"
        autosize
        minRows={1}
        maxRows={3}
        maxLength={300}
        {...goal}
      />
      <div className={classes.target}>
        <NumberInput
          label="Target, minutes"
          min={0.5}
          max={360}
          step={1}
          decimalScale={1}
          value={minutes}
          onChange={(value) =>
            typeof value === 'number' &&
            value >= 0.5 &&
            value <= 360 &&
            acts.describe.mutate({ targetMs: Math.round(value * 60_000), was: { targetMs: lesson.targetMs } })
          }
        />
        <Text size="sm" role="status" data-over={over} className={classes.planSum}>
          {plan.seconds > 0 ? (
            <>
              Cues take <span className="ob-time">{timeText(micros(plan.seconds * 1e6))}</span>
              {over ? ': longer than the target' : ''}
            </>
          ) : null}
        </Text>
      </div>
      {minutes > LONG && (
        <Text size="sm" c="dimmed">
          Past {LONG} minutes few watch to the end. Two lessons with one goal each may serve better.
        </Text>
      )}
    </Stack>
  );
}
