/** The queue of one assignment. */
export const deskKey = (assignmentId: string) => ['marking', assignmentId] as const;
