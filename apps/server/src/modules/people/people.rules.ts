/** After so many failures within the window, signing in waits. */
export const MOST_FAILURES = { forName: 8, forAddress: 60 } as const;
export const FAILURE_WINDOW_MINUTES = 10;

/** Whether a further try may be made after these failures within the window. */
export function mayTrySignIn(failures: { readonly forName: number; readonly forAddress: number }): boolean {
  return failures.forName < MOST_FAILURES.forName && failures.forAddress < MOST_FAILURES.forAddress;
}

/** The name as it is compared: without outer spaces, in small letters. */
export const comparableName = (name: string): string => name.trim().toLowerCase();
