/** Where what a learner handed in for an assignment is kept. */
export const handInKey = (assignmentId: string) => ['hand-in', assignmentId] as const;
