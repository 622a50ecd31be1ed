import { Injectable, SetMetadata, applyDecorators, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { MOST_AT_ONCE } from '@oakbell/core/library';
import { notFound } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService } from './access.service.ts';
import type { ActOn } from './access.rules.ts';
import type { Thing } from './facts.ts';

const NEEDS = 'oakbell:needs';

/**
 * Where the name of the thing is found: a part of the path, or a field of the body, with one name or many, that may be
 * left out. A field of what is in a list is named with a point: `to.classId`.
 */
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
  template: 'template',
  rubric: 'rubric',
  comment: 'sentence',
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
      const names = named(request, place);
      // What a body does not name, or names wrongly, is for its own check to say.
      if ('body' in place && !names.every(isName)) continue;
      const { person } = request;
      const may = await Promise.all(
        names.map(async (id) => person && isName(id) && (await this.access.decide(person, act as never, thing, id)).ok),
      );
      if (!may.every(Boolean)) throw notFound(WORDS[thing]);
    }
    return true;
  }
}

/** What is named there; a list names as many as it is long, up to so many that its own check refuses it. */
function named(request: Request, place: Place): readonly unknown[] {
  if ('path' in place) return [request.params[place.path]];
  const there = place.body
    .split('.')
    .reduce<readonly unknown[]>((all, part) => all.flatMap((one) => fieldOf(one, part)), [request.body]);
  return there.slice(0, MOST_AT_ONCE + 1);
}
/** What a field holds: all of it where it is a list, of which no more is read than its own check allows. */
function fieldOf(holder: unknown, part: string): unknown {
  const there = (holder as Readonly<Record<string, unknown>> | null | undefined)?.[part];
  return Array.isArray(there) ? there.slice(0, MOST_AT_ONCE + 1) : there;
}
const isName = (id: unknown): id is string => typeof id === 'string' && UUID.test(id);
