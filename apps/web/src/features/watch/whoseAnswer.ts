import type { Api } from '../../shared/api/index.ts';

/** Whose an answer is, as far as its class is told. */
export function whoseAnswer({ name, own }: Pick<Api['ClassAnswerRowDto'], 'name' | 'own'>): string {
  if (own) return name ? `Yours (${name})` : 'Yours';
  return name ?? 'Somebody of the class';
}
