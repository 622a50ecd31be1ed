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
      return new Problem(400, 'not-valid', first ? first[1] : 'The request is not as expected.', { fields });
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
