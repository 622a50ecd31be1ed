import { Group, NativeSelect, NumberInput, Radio, Stack, Switch } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import {
  LEAST_WATCHED,
  LONGEST_ANSWER_MS,
  MOST_POINTS,
  MOST_WATCHED,
  SHORTEST_ANSWER_MS,
} from '@oakbell/core/assigning';
import type { Lesson } from '../../../shared/api/index.ts';
import { AttachedFiles, type Bringing } from './AttachedFiles.tsx';
import { comesBack, type Terms } from './terms.ts';
import type { Worksheet } from './useWorksheet.ts';
import { WordsEditor } from './WordsEditor.tsx';
import { WorksheetField } from './WorksheetField.tsx';

interface Props {
  readonly form: UseFormReturnType<Terms>;
  /** On whose pages an answer can be given. */
  readonly lesson: Lesson;
  readonly bringing: Bringing;
  readonly worksheet: Worksheet;
}

/** What is to be done, and what it is worth. */
export function WorkFields({ form, lesson, bringing, worksheet }: Props) {
  const { values } = form;
  const isWritten = values.worksheetId !== null;
  return (
    <>
      <WordsEditor
        label="What to do"
        description="Links and formulas are welcome."
        html={values.instructions}
        onChange={(html) => form.setFieldValue('instructions', html)}
      />
      <AttachedFiles
        files={values.files}
        onChange={(files) => form.setFieldValue('files', files)}
        bringing={bringing}
      />
      <WorksheetField lesson={lesson} worksheet={worksheet} />
      <Switch
        label="Learners hand something in"
        description={isWritten ? 'The worksheet, or files and text instead' : undefined}
        disabled={isWritten}
        {...form.getInputProps('handIn', { type: 'checkbox' })}
        {...(isWritten ? { checked: true } : {})}
      />
      <Group align="end">
        <NativeSelect
          label="They record"
          data={[
            { value: 'nothing', label: 'Nothing' },
            { value: 'answer', label: 'A spoken answer' },
            { value: 'lesson', label: 'A small lesson, alone' },
            { value: 'lesson-in-twos', label: 'A small lesson, alone or in twos' },
          ]}
          {...form.getInputProps('records')}
        />
        {values.records !== 'nothing' && (
          <>
            <NumberInput
              label="Seconds at most"
              min={SHORTEST_ANSWER_MS / 1000}
              max={LONGEST_ANSWER_MS / 1000}
              step={10}
              w={150}
              {...form.getInputProps('seconds')}
            />
            {values.records === 'answer' && (
              <NativeSelect
                label="On which page"
                data={[
                  { value: '', label: 'An empty board' },
                  ...lesson.pages
                    .filter((page) => page.kind === 'slide' || page.kind === 'board')
                    .map((page) => ({
                      value: page.id,
                      label: `Page ${1 + lesson.pages.indexOf(page)} of this lesson`,
                    })),
                ]}
                {...form.getInputProps('answerPage')}
              />
            )}
          </>
        )}
      </Group>
      {comesBack(values) && (
        <>
          <Radio.Group label="When they can hand it in" {...form.getInputProps('workOpens')}>
            <Stack gap="xs" mt={4}>
              <Radio value="at-once" label="At any time" />
              <Radio value="once-watched" label="Once they have watched" />
            </Stack>
          </Radio.Group>
          <Radio.Group label="Who sees what they hand in" {...form.getInputProps('answersSeen')}>
            <Stack gap="xs" mt={4}>
              <Radio value="teacher" label="Only who teaches this class" />
              <Radio value="class" label="The class too, each answer after your yes" />
            </Stack>
          </Radio.Group>
        </>
      )}
      <NumberInput
        label="Counts as watched from"
        description="Per cent of each lesson"
        min={LEAST_WATCHED}
        max={MOST_WATCHED}
        step={5}
        w={220}
        suffix=" %"
        allowDecimal={false}
        {...form.getInputProps('watchedPercent')}
      />
      <Switch
        label="Learners may ask questions at a moment of the lesson"
        {...form.getInputProps('asking', { type: 'checkbox' })}
      />
      <Switch
        label="Learners may keep the lesson on their own device, for when there is no network"
        description="It goes from there when they sign out, or at the latest two weeks after they were last online."
        {...form.getInputProps('offline', { type: 'checkbox' })}
      />
      <Group align="end">
        <Switch label="Points are given" pb={8} {...form.getInputProps('graded', { type: 'checkbox' })} />
        {values.graded && (
          <NumberInput label="At most" min={1} max={MOST_POINTS} w={120} {...form.getInputProps('points')} />
        )}
      </Group>
    </>
  );
}
