/** What a learner records for an assignment, and who with. */
export const answerKey = (assignmentId: string) => ['answer', assignmentId] as const;
