import { ValidationPipe, type ValidationError } from '@nestjs/common';
import { Problem } from './problem.ts';

/** Checks each body, query and parameter against its DTO; unknown fields are refused; the message names the field. */
export function validation(): ValidationPipe {
  return new ValidationPipe({
    whitelist: true,
    forbidNonWhitelisted: true,
    transform: true,
    exceptionFactory: (errors) => {
      const fields = Object.fromEntries(errors.flatMap((error) => wrongFields(error, '')));
      const first = Object.entries(fields)[0];
      const text = first ? `${nameOf(first[0])}: ${first[1]}` : 'The request is not as expected.';
      return new Problem(400, 'not-valid', `${text} Nothing was changed.`, { fields });
    },
  });
}

function wrongFields(error: ValidationError, path: string): readonly (readonly [string, string])[] {
  const here = path + error.property;
  const own = Object.values(error.constraints ?? {})
    .slice(0, 1)
    .map((text) => [here, text] as const);
  return [...own, ...(error.children ?? []).flatMap((child) => wrongFields(child, `${here}.`))];
}

/** The name of a field as people say it: `plays.0.outOf` is `Out of`. */
function nameOf(path: string): string {
  const last = path.split('.').findLast((piece) => !/^\d+$/.test(piece)) ?? path;
  const words = last.replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`).trim();
  return words.charAt(0).toUpperCase() + words.slice(1);
}
