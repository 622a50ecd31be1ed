import { Button, Checkbox, Group, NumberInput, TagsInput, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import {
  LONGEST_AUDIT_DAYS,
  MOST_DOMAINS,
  MOST_FRAME_HOSTS,
  MOST_HOLIDAYS,
  SHORTEST_AUDIT_DAYS,
} from '@oakbell/core/people';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { TimeZoneSelect } from '../../kits/roster/index.ts';
import { call, client, learn, Problem, type Api } from '../../shared/api/index.ts';
import { IconAction, PageTitle, ProblemNote, Show } from '../../shared/ui/index.ts';
import { Roles } from './Roles.tsx';
import { SchoolMail } from './SchoolMail.tsx';
import { SchoolRecords } from './SchoolRecords.tsx';
import { Terms } from './Terms.tsx';

type School = Api['SchoolDto'];
const KEY = ['school'];
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** What holds for the whole school: its name, its time zone, its week and its holidays. */
export function SchoolPage() {
  const school = useQuery({ queryKey: KEY, queryFn: () => call(client.GET('/api/school')) });
  return (
    <div className="ob-page">
      <PageTitle>School</PageTitle>
      <Title order={1} mb="md">
        School
      </Title>
      <Show of={school} what="Fetching what is known of the school">
        {(known) => <Fields known={known} />}
      </Show>
      <Terms />
      <SchoolMail />
      <SchoolRecords />
      <Roles />
    </div>
  );
}

/** The address that all pages of a site begin with, from that of any of them; what is no address stays as it was typed. */
function pageAddress(typed: string): string {
  const text = typed.trim().includes('://') ? typed.trim() : `https://${typed.trim()}`;
  return URL.canParse(text) ? new URL(text).origin : typed;
}

interface AddressesProps {
  readonly label: string;
  readonly description: string;
  readonly example: string;
  readonly most: number;
  /** As it is kept, from how it was typed. */
  readonly tidy: (typed: string) => string;
  readonly value?: string[];
  readonly error?: ReactNode;
  readonly onChange?: (all: string[]) => void;
}

/** Some addresses, typed one after another. */
function Addresses({ example, most, tidy, value = [], onChange, ...field }: AddressesProps) {
  return (
    <TagsInput
      {...field}
      value={value}
      placeholder={value.length === 0 ? example : undefined}
      maxTags={most}
      onChange={(all) => onChange?.([...new Set(all.map(tidy))])}
    />
  );
}

function Fields({ known }: { readonly known: School }) {
  const queries = useQueryClient();
  const form = useForm<School>({
    initialValues: known,
    validate: {
      name: (value) => (value.trim() ? null : 'Type the name of the school'),
      auditDays: (value) =>
        Number(value) >= SHORTEST_AUDIT_DAYS && Number(value) <= LONGEST_AUDIT_DAYS
          ? null
          : `Choose ${SHORTEST_AUDIT_DAYS} to ${LONGEST_AUDIT_DAYS.toLocaleString('en')} days`,
      days: (value) => (value.length > 0 ? null : 'A school week has one day at least'),
      holidays: {
        name: (value) => (value.trim() ? null : 'Say what they are called'),
        from: (value) => (value ? null : 'Choose a day'),
        to: (value, { holidays }, path) => {
          const from = holidays[Number(path.split('.')[1])]?.from ?? '';
          return value && value >= from ? null : 'They end before they begin';
        },
      },
    },
  });
  const save = useMutation({
    mutationFn: (body: School) => call(client.PUT('/api/school', { body })),
    onSuccess: async (saved) => {
      learn(queries, KEY, saved);
      form.setInitialValues(saved);
      form.setValues(saved);
      form.resetDirty(saved);
      // The zone in which days are shown comes with the session.
      await queries.invalidateQueries({ queryKey: ['session'] });
    },
    onError: (problem) => form.setErrors(problem instanceof Problem ? { ...problem.fields } : {}),
  });
  const { holidays } = form.values;
  return (
    <form onSubmit={form.onSubmit((values) => save.mutate(values))} noValidate style={{ maxWidth: 640 }}>
      <TextInput label="Name" maxLength={120} mb="md" {...form.getInputProps('name')} />
      <TimeZoneSelect mb="md" {...form.getInputProps('timeZone')} />
      <Checkbox.Group
        label="Days with lessons"
        mb="lg"
        error={form.errors['days']}
        value={form.values.days.map(String)}
        onChange={(days) => form.setFieldValue('days', days.map(Number).sort())}
      >
        <Group gap="md" mt={4}>
          {DAYS.map((day, i) => (
            <Checkbox key={day} value={`${i + 1}`} label={day} />
          ))}
        </Group>
      </Checkbox.Group>
      <Title order={2} mb="xs">
        Holidays
      </Title>
      {holidays.length === 0 && <Text c="dimmed">None yet. Add the days on which nobody has lessons.</Text>}
      {holidays.map((_, i) => (
        <Group key={i} role="group" aria-label={`Holidays ${i + 1}`} align="end" gap="xs" mb="xs">
          <TextInput
            label="Called"
            maxLength={80}
            style={{ flex: 1, minWidth: 160 }}
            {...form.getInputProps(`holidays.${i}.name`)}
          />
          <TextInput type="date" label="First day" {...form.getInputProps(`holidays.${i}.from`)} />
          <TextInput type="date" label="Last day" {...form.getInputProps(`holidays.${i}.to`)} />
          <IconAction
            label={`Remove holidays ${i + 1}`}
            type="button"
            onClick={() => form.removeListItem('holidays', i)}
          >
            <IconTrash aria-hidden />
          </IconAction>
        </Group>
      ))}
      <Button
        variant="subtle"
        type="button"
        leftSection={<IconPlus size={18} aria-hidden />}
        disabled={holidays.length >= MOST_HOLIDAYS}
        onClick={() => form.insertListItem('holidays', { name: '', from: '', to: '' })}
      >
        Add holidays
      </Button>
      <Title order={2} mt="lg" mb="xs">
        The school’s own sign-in
      </Title>
      <Addresses
        label="Only addresses of these domains"
        description="Whoever comes in by it must have an address there. Type one and press Enter; leave it empty for all."
        example="school.example"
        most={MOST_DOMAINS}
        tidy={(one) => one.trim().toLowerCase()}
        {...form.getInputProps('mailDomains')}
      />
      <Title order={2} mt="lg" mb="xs">
        Lessons in other pages
      </Title>
      <Addresses
        label="Pages that may show lessons"
        description="The addresses that the school’s own pages begin with. Type one and press Enter; leave it empty, and no other page shows any."
        example="https://pages.school.example"
        most={MOST_FRAME_HOSTS}
        tidy={pageAddress}
        {...form.getInputProps('frameHosts')}
      />
      <Title order={2} mt="lg" mb="xs">
        Who saw what
      </Title>
      <NumberInput
        label="Kept for so many days"
        description="Who of the staff saw or changed what is a person’s. Older lines are forgotten."
        min={SHORTEST_AUDIT_DAYS}
        max={LONGEST_AUDIT_DAYS}
        allowDecimal={false}
        clampBehavior="none"
        maw={320}
        {...form.getInputProps('auditDays')}
      />
      <ProblemNote failure={save.error} />
      <Group mt="lg">
        <Button type="submit" loading={save.isPending} disabled={!form.isDirty()}>
          Save
        </Button>
        <Text role="status" c="dimmed">
          {save.isSuccess && !form.isDirty() ? 'Saved' : ''}
        </Text>
      </Group>
    </form>
  );
}
