interface Named {
  readonly name: string;
  readonly course: string;
}

/** What a class is called, and what is taught in it. */
export const classFields = (now: Named = { name: '', course: '' }) =>
  [
    { name: 'name', label: 'Class', description: 'As it is called in your school', max: 80, now: now.name },
    {
      name: 'course',
      label: 'What it learns',
      description: 'May stay empty',
      max: 120,
      optional: true,
      now: now.course,
    },
  ] as const;
