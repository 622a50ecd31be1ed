import { Text } from '@mantine/core';
import { noLessonsOn } from '@oakbell/core/outline';
import { useQuery } from '@tanstack/react-query';
import { call, client } from '../../../shared/api/index.ts';

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** Says where work would be due on a day on which nobody has lessons. @param due as its field has it: `2026-03-05T16:00` */
export function DueNote({ due }: { readonly due: string }) {
  const week = useQuery({ queryKey: ['school-days'], queryFn: () => call(client.GET('/api/school/days')) });
  const day = due.slice(0, 10);
  const why = week.data && day.length === 10 ? noLessonsOn(day, week.data) : null;
  return (
    <Text size="sm" role="status">
      {why &&
        ('holiday' in why
          ? `That is in ${why.holiday}, when nobody has lessons. It can be due then all the same.`
          : `That is a ${WEEKDAYS[why.weekday - 1]}, when nobody has lessons. It can be due then all the same.`)}
    </Text>
  );
}
