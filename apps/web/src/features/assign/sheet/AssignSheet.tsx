import { Button, Group, Stack, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { LEAST_WATCHED, MOST_ATTACHMENTS, MOST_WATCHED, whomWords, type Told } from '@oakbell/core/assigning';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, once, useBringing, type Api, type Lesson } from '../../../shared/api/index.ts';
import { dayText, ProblemNote, schoolZone, whenText } from '../../../shared/ui/index.ts';
import classes from '../Assign.module.css';
import { fieldValue, momentOf } from '../due.ts';
import { CaptionsNote } from './CaptionsNote.tsx';
import { DueNote } from './DueNote.tsx';
import { LessonsInOrder } from './LessonsInOrder.tsx';
import { Preview } from './Preview.tsx';
import { Sentence } from './Sentence.tsx';
import { Templates } from './Templates.tsx';
import { PlaceFields } from './PlaceFields.tsx';
import { askedOf, bodyOf, comesBack, pointsFault, secondsFault, termsOf, unitOf, workOf, type Terms } from './terms.ts';
import { ToClasses } from './ToClasses.tsx';
import { useMembers } from './useMembers.ts';
import { useOwnUnit, useUnitNames } from './useUnits.ts';
import { useWorksheet } from './useWorksheet.ts';
import { WorkFields } from './WorkFields.tsx';

interface SheetProps {
  readonly lesson: Lesson;
  readonly ready: boolean;
  /** What was given already and is to be changed; something new is given when left out. */
  readonly given?: Api['AssignmentDto'];
  readonly onDone?: () => void;
}

/** One sheet that reads as a sentence: who, which lessons, what to do, by when, worth what. */
export function AssignSheet({ lesson, ready, given, onDone }: SheetProps) {
  const zone = schoolZone();
  const queries = useQueryClient();
  const mine = useQuery({ queryKey: ['classes'], queryFn: () => call(client.GET('/api/classes')) });
  const ownUnit = useOwnUnit(lesson);
  const form = useForm<Terms>({
    initialValues: termsOf(lesson, zone, given),
    validate: {
      to: (to) => (to.some(({ classId }) => classId === '') ? 'Choose a class' : null),
      dueAt: (value) => {
        const moment = momentOf(value, zone, new Date());
        // What is over already stays so while its words are changed.
        const isAsItWas = given && value === fieldValue(new Date(given.dueAt), zone);
        return typeof moment === 'string' && !isAsItWas ? moment : null;
      },
      watchedPercent: (value) =>
        Number(value) >= LEAST_WATCHED && Number(value) <= MOST_WATCHED
          ? null
          : `From ${LEAST_WATCHED} to ${MOST_WATCHED} per cent`,
      seconds: secondsFault,
      points: pointsFault,
    },
  });
  const bringing = useBringing<Api['AttachmentDto']>('/api/attachments', (made) =>
    form.setFieldValue('files', [...form.getValues().files, ...made].slice(0, MOST_ATTACHMENTS)),
  );
  const worksheet = useWorksheet(form.getValues().worksheetId, (id) => form.setFieldValue('worksheetId', id));
  const assign = useMutation({
    mutationFn: async (terms: Terms): Promise<unknown> => {
      const body = bodyOf(terms, zone, { ownUnit, until: given?.dueAt });
      const [first] = terms.to;
      if (given && first) {
        const path = { id: given.id };
        return call(
          client.PUT('/api/assignments/{id}', { params: { path }, body: { ...body, whom: plain(first.whom) } }),
        );
      }
      const to = terms.to.map(({ classId, whom }) => ({ classId, whom: plain(whom) }));
      return once((header) => call(client.POST('/api/assignments', { params: { header }, body: { ...body, to } })));
    },
    onSuccess: () => {
      form.reset();
      void queries.invalidateQueries({ queryKey: ['lesson-assignments', lesson.id] });
      onDone?.();
    },
  });
  const { values } = form;
  const unit = unitOf(values, ownUnit);
  const classIds = values.to.map(({ classId }) => classId);
  const members = useMembers(classIds);
  const unitNames = useUnitNames(classIds);
  const due = momentOf(values.dueAt, zone, new Date());
  const told: Told = {
    classes: values.to.flatMap(({ classId, whom }) => {
      const name = mine.data?.find(({ id }) => id === classId)?.name;
      const of = members.get(classId);
      return name === undefined ? [] : [{ name, whom: of ? whomWords(whom, of) : '' }];
    }),
    lessons: values.lessons.map(({ title }) => title),
    due: typeof due === 'string' ? (given ? whenText(given.dueAt) : null) : whenText(due.toISOString()),
    ...askedOf(values),
    worksheet: values.worksheetId !== null,
    handIn: comesBack(values),
    answerLimitMs: askedOf(values).answerLimitMs ?? null,
    makers: askedOf(values).makers ?? null,
    ...{ answersSeen: values.answersSeen, workOpens: values.workOpens },
    unit,
    day: values.day === '' ? null : dayText(values.day),
  };
  const heading = given ? `Change what ${given.className} was given` : 'Give it to a class';
  return (
    <form
      className={`ob-card ${classes.sheet}`}
      onSubmit={form.onSubmit(
        (terms) => assign.mutate(terms),
        // The sheet is long: what is wrong may be out of sight.
        (wrong) => Object.keys(wrong).some((name) => goTo(form.getInputNode(name))),
      )}
      noValidate
      aria-label={heading}
    >
      <Stack gap="sm">
        <Title order={2}>{heading}</Title>
        <Sentence told={told} />
        <ToClasses
          to={values.to}
          onChange={(to) => form.setFieldValue('to', to)}
          classes={mine.data ?? []}
          members={members}
          fault={form.errors['to']}
          fixed={given !== undefined}
        />
        <LessonsInOrder lessons={values.lessons} onChange={(lessons) => form.setFieldValue('lessons', lessons)} />
        <TextInput
          label={`By when, in the time of the school (${zone.replaceAll('_', ' ')})`}
          type="datetime-local"
          {...form.getInputProps('dueAt')}
        />
        <DueNote due={values.dueAt} />
        <CaptionsNote lesson={lesson} to={values.to} members={members} />
        <PlaceFields form={form} unit={values.unit ?? ownUnit} names={unitNames} />
        <WorkFields form={form} lesson={lesson} bringing={bringing} worksheet={worksheet} />
        <Templates asked={() => askedOf(form.getValues())} onUse={(template) => form.setValues(workOf(template))} />
        <ProblemNote failure={assign.error} />
        <Group>
          <Button type="submit" loading={assign.isPending} disabled={bringing.busy || worksheet.busy}>
            {given ? 'Save, and tell the class' : 'Assign'}
          </Button>
          {given && (
            <Button variant="default" onClick={onDone}>
              Leave it
            </Button>
          )}
          {worksheet.busy && <Text c="dimmed">The pages of the worksheet are still being drawn.</Text>}
          {bringing.busy && <Text c="dimmed">The files are still on their way.</Text>}
          {!ready && <Text c="dimmed">Learners see it as soon as the edition is ready.</Text>}
        </Group>
      </Stack>
      <Preview terms={values} due={told.due} />
    </form>
  );
}

/** Goes to a field; tells whether it is there. */
const goTo = (field: HTMLElement | null): boolean => {
  field?.focus();
  return field !== null;
};

/** Lists of the core are not to be written to; the client's are. */
const plain = ({ all, groups, learners, but }: Terms['to'][number]['whom']) => ({
  ...{ all, groups: [...groups], learners: [...learners], but: [...but] },
});
