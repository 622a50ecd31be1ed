import { List, SimpleGrid, Text, Title } from '@mantine/core';

const ROLES: readonly { readonly name: string; readonly may: readonly string[]; readonly not: string }[] = [
  {
    name: 'Learners',
    may: [
      'Watch what their classes were given',
      'Hand in work, answer aloud, hear feedback on it',
      'Ask to join a class by its code',
    ],
    not: 'They never see another learner’s work, marks or watching.',
  },
  {
    name: 'Teachers',
    may: [
      'Make lessons, share courses with colleagues, give lessons to classes they teach',
      'See who watched and mark hand-ins, in classes they teach',
      'Make classes, and fill those they teach; know what their learners need',
      'Give a new first password to learners they teach',
    ],
    not: 'They see nothing of learners they do not teach.',
  },
  {
    name: 'Keepers',
    may: [
      'Add people, bring in rosters, run every class',
      'Say who may sign in, sign people out, give new first passwords',
      'See what is known of a person in numbers, and who saw what',
    ],
    not: 'They open no lesson and no hand-in, hear no feedback, and do not see what a learner needs.',
  },
];

/** What each role may do, as the server keeps it. */
export function Roles() {
  return (
    <section aria-labelledby="roles" style={{ marginTop: 32 }}>
      <Title order={2} id="roles" mb="xs">
        What each role may do
      </Title>
      <SimpleGrid cols={{ base: 1, sm: 3 }}>
        {ROLES.map(({ name, may, not }) => (
          <div key={name} className="ob-card" style={{ padding: 16 }}>
            <Title order={3} mb={4}>
              {name}
            </Title>
            <List size="sm" spacing={4}>
              {may.map((words) => (
                <List.Item key={words}>{words}</List.Item>
              ))}
            </List>
            <Text size="sm" c="dimmed" mt="xs">
              {not}
            </Text>
          </div>
        ))}
      </SimpleGrid>
    </section>
  );
}
