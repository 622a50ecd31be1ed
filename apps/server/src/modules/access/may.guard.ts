import { Injectable, SetMetadata, applyDecorators, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { notFound } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService } from './access.service.ts';
import type { ActOn } from './access.rules.ts';
import type { Thing } from './facts.ts';

const NEEDS = 'oakbell:needs';

/** Where the name of the thing is found: a part of the path, or a field of the body that may be left out. */
type Place = { readonly path: string } | { readonly body: string };
interface Need {
  readonly act: string;
  readonly thing: Thing;
  readonly place: Place;
}

/** What is said of a thing that is not for this person. */
const WORDS: Readonly<Record<Thing, string>> = {
  lesson: 'lesson',
  take: 'take',
  edition: 'edition',
  visit: 'visit',
  class: 'class',
  person: 'person',
  assignment: 'assignment',
  submission: 'hand-in',
  course: 'course',
  unit: 'unit',
  job: 'job',
  roster: 'roster',
};

/**
 * The route is for people who may do this to the thing that its path names (`id`, or another part of it), or a field
 * of its body. Several say that all of it must be allowed. Nobody can tell a thing that is not there from one that is
 * not for them.
 */
export function May<T extends Thing>(act: ActOn<T>, thing: T, place: Place = { path: 'id' }): MethodDecorator {
  return applyDecorators((target: object, key: string | symbol, descriptor: PropertyDescriptor) => {
    const there = (Reflect.getMetadata(NEEDS, descriptor.value as object) ?? []) as readonly Need[];
    SetMetadata(NEEDS, [...there, { act, thing, place }])(target, key, descriptor);
  });
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** Asks the one place where rights stand, before anything of a request is read. */
@Injectable()
export class MayGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly access: AccessService,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const needs = this.reflector.get<readonly Need[] | undefined>(NEEDS, context.getHandler()) ?? [];
    const request = context.switchToHttp().getRequest<Request & { person?: Person }>();
    for (const { act, thing, place } of needs) {
      const id = named(request, place);
      // What a body does not name, or names wrongly, is for its own check to say.
      if ('body' in place && (typeof id !== 'string' || !UUID.test(id))) continue;
      const mayDo =
        typeof id === 'string' && UUID.test(id) && request.person !== undefined
          ? await this.access.decide(request.person, act as never, thing, id)
          : null;
      if (!mayDo?.ok) throw notFound(WORDS[thing]);
    }
    return true;
  }
}

function named(request: Request, place: Place): unknown {
  if ('path' in place) return request.params[place.path];
  return (request.body as Readonly<Record<string, unknown>> | undefined)?.[place.body];
}
