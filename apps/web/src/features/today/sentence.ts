interface Counts {
  readonly handIns: { readonly length: number };
  readonly lessons: { readonly length: number };
}

const count = (many: number, one: string, more: string): string =>
  `${many === 1 ? 'one' : many} ${many === 1 ? one : more}`;

/** The day in one sentence. */
export function todaySentence({ handIns, lessons }: Counts): string {
  const parts = [
    ...(handIns.length > 0 ? [`${count(handIns.length, 'hand-in waits', 'hand-ins wait')} for your voice`] : []),
    ...(lessons.length > 0 ? [`${count(lessons.length, 'lesson is', 'lessons are')} half done`] : []),
  ];
  if (parts.length === 0) return 'Nothing is waiting for you.';
  const text = parts.join(' and ');
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`;
}
