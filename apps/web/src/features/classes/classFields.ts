interface Term {
  readonly id: string;
  readonly name: string;
}

/** The term that a class is in, to choose from those of the school. */
export const termField = (now: string | null, terms: readonly Term[]) =>
  ({
    name: 'termId',
    label: 'Term',
    max: 40,
    optional: true,
    now: now ?? '',
    among: [{ value: '', label: 'None' }, ...terms.map(({ id, name }) => ({ value: id, label: name }))],
  }) as const;

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
