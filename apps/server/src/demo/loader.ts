import { micros } from '@oakbell/core/clock';
import { USUAL_WATCHED, WHOLE_CLASS } from '@oakbell/core/assigning';
import { present } from '@oakbell/core/present';
import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { cp, mkdtemp, readFile, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { AssignmentsService, type Assignment } from '../modules/assignments/index.ts';
import { AttachmentsService } from '../modules/attachments/index.ts';
import { CaptionsService } from '../modules/captions/index.ts';
import { ClassesService } from '../modules/classes/index.ts';
import { CoursesService } from '../modules/courses/index.ts';
import { EditionsService, type EditionHead } from '../modules/editions/index.ts';
import { OutlineService } from '../modules/outline/index.ts';
import { PageEditing, PagesService } from '../modules/pages/index.ts';
import { FileChecks } from '../modules/files/index.ts';
import { IMPORT, ImportsService } from '../modules/imports/index.ts';
import { LessonsService, type Lesson } from '../modules/lessons/index.ts';
import { MarkingService } from '../modules/marking/index.ts';
import { RubricsService } from '../modules/rubrics/index.ts';
import { PeopleService } from '../modules/people/index.ts';
import { SchoolService } from '../modules/school/index.ts';
import { Approvals, SubmissionsService } from '../modules/submissions/index.ts';
import { TakesService } from '../modules/takes/index.ts';
import { QuestionsService, SignsService } from '../modules/questions/index.ts';
import { ReportsService } from '../modules/watching/index.ts';
import { SheetsService, WorksheetsService } from '../modules/worksheets/index.ts';
import { Acts } from '../platform/acts/index.ts';
import { JobsService } from '../platform/jobs/index.ts';
import { paragraphsOf } from '../platform/words/index.ts';
import type { Person } from '../platform/sessions/index.ts';
import type { World, WorldFile, WorldLesson, WorldSheet, WorldTake } from './world.ts';

const HOUR_MS = 3_600_000;
const PATIENCE_MS = 120_000;

/** Brings a world in through the same services that people use; pages and sound are made by the job process. */
@Injectable()
export class DemoLoader {
  readonly #people = new Map<string, string>();
  readonly #classes = new Map<string, { id: string; learners: readonly string[] }>();
  readonly #lessons = new Map<string, Lesson>();
  readonly #units = new Map<string, string>();
  readonly #assignments = new Map<string, Assignment>();
  /** The version of the rubric of an assignment. */
  readonly #rubrics = new Map<string, string>();

  constructor(
    private readonly pages: PagesService,
    private readonly people: PeopleService,
    private readonly school: SchoolService,
    private readonly classes: ClassesService,
    private readonly lessons: LessonsService,
    private readonly courses: CoursesService,
    private readonly imports: ImportsService,
    private readonly checks: FileChecks,
    private readonly takes: TakesService,
    private readonly captions: CaptionsService,
    private readonly editions: EditionsService,
    private readonly assignments: AssignmentsService,
    private readonly attachments: AttachmentsService,
    private readonly outline: OutlineService,
    private readonly submissions: SubmissionsService,
    private readonly approvals: Approvals,
    private readonly marking: MarkingService,
    private readonly rubrics: RubricsService,
    private readonly watching: ReportsService,
    private readonly questions: QuestionsService,
    private readonly signs: SignsService,
    private readonly worksheets: WorksheetsService,
    private readonly sheets: SheetsService,
    private readonly editing: PageEditing,
    private readonly acts: Acts,
    private readonly jobs: JobsService,
  ) {}

  /** Loads the world when nobody is there yet; returns whether it did. */
  async loadInto(folder: string): Promise<boolean> {
    if (await this.people.isAnyone()) return false;
    const world = JSON.parse(await readFile(join(folder, 'world.json'), 'utf8')) as World;
    await this.school.begin(world.school);
    const everyone = world.people.map(async (person) =>
      this.#people.set(
        person.signInName,
        (await this.people.add({ ...person, mail: `${person.signInName}@skerry.example`, password: world.password }))
          .id,
      ),
    );
    await Promise.all(everyone);
    await this.#addClasses(world);
    const owner = present(this.#people.get(world.classes[0]!.teacher));
    const whose = (by?: string) => (by === undefined ? owner : present(this.#people.get(by)));
    for (const { name, by, sharedWith = [], units } of world.courses) {
      const course = await this.courses.add(whose(by), name);
      for (const other of sharedWith) await this.courses.addTeacher(course.id, present(this.#people.get(other)));
      for (const unit of units) this.#units.set(unit, (await this.courses.addUnit(course.id, unit)).id);
    }
    const given = new Set(world.assignments.map((one) => one.lesson));
    for (const lesson of world.lessons) {
      await this.#addLesson(folder, whose(lesson.by), lesson);
      // Its sound is made while all else is brought in.
      const { id } = present(this.#lessons.get(lesson.key));
      if (given.has(lesson.key)) await this.editions.publish(whose(lesson.by), id);
    }
    await this.#assign(folder, world);
    await this.#addRubrics(world, owner);
    await this.#write(folder, world);
    await this.#handIn(folder, world);
    await this.#play(world);
    await this.#ask(world);
    await this.#mark(world);
    await this.#giveFeedback(folder, world, owner);
    return true;
  }

  async #addRubrics({ rubrics }: World, ownerId: string): Promise<void> {
    const teacher = { id: ownerId, role: 'teacher' } as const;
    for (const { name, assignments, criteria } of rubrics) {
      const { rubric, version } = await this.rubrics.add(teacher, { name, courseId: null, criteria });
      for (const key of assignments) {
        await this.rubrics.choose(teacher, present(this.#assignments.get(key)).id, rubric.id);
        this.#rubrics.set(key, version.id);
      }
    }
  }

  async #addClasses(world: World): Promise<void> {
    for (const { key, name, course, teacher, coTeachers = [], learners } of world.classes) {
      const { id } = await this.classes.add(name, course);
      for (const one of [teacher, ...coTeachers])
        await this.classes.join(id, present(this.#people.get(one)), 'teacher');
      const ids = learners.map((learner) => present(this.#people.get(learner)));
      for (const learner of ids) await this.classes.join(id, learner, 'learner');
      this.#classes.set(key, { id, learners: ids });
    }
  }

  async #addLesson(
    folder: string,
    ownerId: string,
    { key, title, unit, goal, kind, boards, pdf, take, tags = [], cues = [] }: WorldLesson,
  ): Promise<void> {
    const lesson = await this.lessons.add({ ownerId, kind, title, goal, unitId: this.#units.get(unit) ?? null });
    await this.lessons.tag(new Map([[lesson.id, tags]]));
    for (let i = 0; i < boards; i += 1) await this.pages.addBoard(lesson.id);
    if (pdf) {
      const path = join(folder, pdf);
      const brought = { personId: ownerId, subjectId: lesson.id, pages: 0 };
      const checked = await this.checks.bring([{ path, originalname: pdf, size: (await stat(path)).size }], brought);
      await this.imports.begin({ lessonId: lesson.id, ownerId, as: 'slide' }, checked);
      await this.#imported(lesson.id);
    }
    const pages = await this.pages.pagesOf(lesson.id);
    for (const [i, text] of cues.entries())
      if (pages[i]) await this.pages.setCues(lesson.id, pages[i].id, paragraphsOf(text));
    if (take) await this.#addTake(folder, lesson.id, ownerId, take);
    this.#lessons.set(key, present(await this.lessons.one(lesson.id)));
  }

  /** The log names pages @0, @1 …; here they get their real names. */
  async #addTake(
    folder: string,
    lessonId: string,
    byId: string,
    { name, frames, said = [] }: WorldTake,
  ): Promise<void> {
    const pages = await this.pages.pagesOf(lessonId);
    const log = (await readFile(join(folder, `${name}.ndjson`), 'utf8')).replaceAll(/"@(\d+)"/g, (_, i: string) =>
      JSON.stringify(pages[Number(i)]?.id),
    );
    const voice = await readFile(join(folder, `${name}.ogg`));
    const { id: takeId } = await this.takes.addFinished({ lessonId, byId, frames, log, voice });
    const lines = said.map(({ start, end, text }) => ({
      takeId,
      start: micros(start),
      end: micros(end),
      text,
      was: null,
    }));
    await this.captions.type(lessonId, lines);
  }

  async #bring(folder: string, personId: string, files: readonly WorldFile[]): Promise<readonly string[]> {
    if (files.length === 0) return [];
    const brought = files.map(async ({ file, name }) => {
      const path = join(folder, file);
      return { path, originalname: name, size: (await stat(path)).size };
    });
    return (await this.attachments.bring(personId, await Promise.all(brought))).map(({ id }) => id);
  }

  async #assign(folder: string, world: World): Promise<void> {
    const teachers = new Map(world.classes.map(({ key, teacher }) => [key, present(this.#people.get(teacher))]));
    for (const { key, lesson, class: className, dueInHours, ...terms } of world.assignments) {
      const dueAt = new Date(Date.now() + dueInHours * HOUR_MS);
      dueAt.setMinutes(0, 0, 0);
      const day = dueAt.toISOString().slice(0, 10);
      const { instructions, points, handIn, answerLimitMs = null, watchFirst = false, only = [], topic } = terms;
      const lessonIds = [lesson, ...(terms.then ?? [])].map((one) => present(this.#lessons.get(one)).id);
      const by = present(teachers.get(className));
      const attachmentIds = await this.#bring(folder, by, terms.files ?? []);
      const worksheetId = terms.worksheet ? await this.#worksheet(by, terms.worksheet) : null;
      const asked = {
        ...{ points, handIn, answerLimitMs, dueAt, lessonIds, answerPage: null, worksheetId, attachmentIds },
        ...{ unit: present(world.lessons.find((one) => one.key === lesson)).unit, day },
        instructions: paragraphsOf(instructions),
        watchedPercent: USUAL_WATCHED,
        answersSeen: terms.answersSeen ?? ('teacher' as const),
        makers: terms.makers ?? null,
        asking: true,
        offline: terms.offline ?? false,
        workOpens: watchFirst ? ('once-watched' as const) : ('at-once' as const),
      };
      const learners = only.map((one) => present(this.#people.get(one)));
      const whom = { ...WHOLE_CLASS, all: learners.length === 0, learners };
      const to = { classId: present(this.#classes.get(className)).id, whom };
      const teacher = { id: by, role: 'teacher' } as const;
      const made = present((await this.assignments.add(teacher, asked, [to]))[0]);
      this.#assignments.set(key, made);
      if (topic !== undefined) await this.outline.say(to.classId, { day, unitId: made.unitId, topic });
    }
  }

  async #worksheet(by: string, { backdrop, things }: WorldSheet): Promise<string> {
    const { id } = await this.worksheets.ofBoards({ id: by, role: 'teacher' }, backdrop, 1);
    const [page] = await this.pages.idsOf(id);
    await this.editing.setThings(id, present(page), { things });
    return id;
  }

  async #write(folder: string, { sheets }: World): Promise<void> {
    for (const { assignment, learner, hoursAgo, file } of sheets) {
      const { id, worksheetId } = present(this.#assignments.get(assignment));
      const [page] = await this.pages.idsOf(present(worksheetId));
      const events = (await readFile(join(folder, file), 'utf8')).replaceAll('"@0"', JSON.stringify(page));
      const whose = { assignmentId: id, learnerId: present(this.#people.get(learner)) };
      const part = { visit: randomUUID(), number: 0, events };
      const at = new Date(Date.now() - hoursAgo * HOUR_MS);
      await this.acts.do(() => this.sheets.add(whose, present(worksheetId), part, at));
    }
  }

  async #play(world: World): Promise<void> {
    for (const { assignment, hoursAgo, byLearner } of world.plays) {
      const { lessonIds, classId } = present(this.#assignments.get(assignment));
      const edition = await this.#ready(present(lessonIds[0]));
      const { learners } = present([...this.#classes.values()].find((one) => one.id === classId));
      for (const [i, shares] of byLearner.entries()) {
        if (shares.length > 0) await this.#playShares(learners[i]!, edition, shares, hoursAgo - i * 0.7);
      }
    }
    for (const { assignment, learner, hoursAgo, shares } of world.visits) {
      const edition = await this.#ready(present(present(this.#assignments.get(assignment)).lessonIds[0]));
      await this.#playShares(present(this.#people.get(learner)), edition, shares, hoursAgo);
    }
  }

  /** Marks what was written and hands it back, without speaking on it. */
  async #mark({ marks, assignments, classes }: World): Promise<void> {
    for (const { assignment, learner, points, comment } of marks) {
      const { id } = present(this.#assignments.get(assignment));
      const className = present(assignments.find((one) => one.key === assignment)).class;
      const teacher = present(this.#people.get(present(classes.find(({ key }) => key === className)).teacher));
      const { id: submission, times } = present(
        await this.submissions.ofLearner(id, present(this.#people.get(learner))),
      );
      await this.marking.handBack({ id: teacher, role: 'teacher' }, submission, {
        points,
        comment,
        times,
        revision: 0,
      });
    }
  }

  async #playShares(
    learnerId: string,
    edition: EditionHead,
    shares: readonly (readonly [number, number])[],
    hoursAgo: number,
  ): Promise<void> {
    const plays = shares.map(([from, to]) => ({
      start: Math.round(from * edition.length),
      end: Math.round(to * edition.length),
      speed: 1,
    }));
    await this.watching.addPast(learnerId, edition, plays, new Date(Date.now() - hoursAgo * HOUR_MS));
  }

  async #handIn(folder: string, world: World): Promise<void> {
    // Their pages are drawn while the next ones are handed in.
    const drawn: string[] = [];
    const copies = await mkdtemp(join(tmpdir(), 'oakbell-demo-'));
    for (const { assignment, learner, hoursAgo, file, fileName, text, shown } of world.handIns) {
      const person = { id: present(this.#people.get(learner)), role: 'learner' } as const;
      const at = new Date(Date.now() - hoursAgo * HOUR_MS);
      const to = present(this.#assignments.get(assignment));
      const handed = file
        ? await this.#files(person, to, { from: join(folder, file), to: join(copies, file), name: fileName ?? file })
        : { text: text ?? '' };
      const submission = await this.submissions.handIn(person, to, handed, at);
      if (shown) await this.submissions.agree(person, to, { name: shown === 'named', voice: true, hand: true });
      if (shown) await this.approvals.approve(submission.id, { named: shown === 'named', times: 1 });
      drawn.push(present(await this.lessons.forSubmission(submission.id)).id);
    }
    for (const lessonId of drawn) await this.#imported(lessonId);
    await rm(copies, { recursive: true });
  }

  /** Files are taken over when they are brought: a copy is. */
  async #files(person: Person, assignment: Assignment, { from, to, name }: Record<'from' | 'to' | 'name', string>) {
    await cp(from, to);
    return this.submissions.bring(person, assignment, [{ path: to, originalname: name, size: (await stat(to)).size }]);
  }

  async #ask({ questions, signs }: World): Promise<void> {
    const placed = async (one: { readonly assignment: string; readonly learner: string; readonly at: number }) => {
      const { id, byId, lessonIds } = present(this.#assignments.get(one.assignment));
      const [lessonId = ''] = lessonIds;
      const edition = await this.#ready(lessonId);
      const learner = { id: present(this.#people.get(one.learner)), role: 'learner' } as const;
      const at = Math.round(one.at * edition.length);
      return {
        learner,
        teacher: { id: byId, role: 'teacher' } as const,
        where: { assignmentId: id, lessonId, editionId: edition.id, at },
      };
    };
    for (const { text, answer, ...one } of questions) {
      const { learner, teacher, where } = await placed(one);
      const { id } = await this.questions.ask(learner, where, { text });
      if (answer !== undefined) await this.questions.answer(teacher, where.assignmentId, id, true, { text: answer });
    }
    for (const { kind, ...one } of signs) {
      const { learner, where } = await placed(one);
      await this.signs.set(learner, where, kind, true);
    }
  }

  async #giveFeedback(folder: string, { feedback }: World, ownerId: string): Promise<void> {
    const assignment = present(this.#assignments.get(feedback.assignment));
    const learnerId = present(this.#people.get(feedback.learner));
    const submission = present(await this.submissions.ofLearner(assignment.id, learnerId));
    const lesson = present(await this.lessons.forSubmission(submission.id));
    await this.#addTake(folder, lesson.id, ownerId, feedback.take);
    const teacher = { id: ownerId, role: 'teacher' } as const;
    const { points, comment, choices } = feedback;
    const rubric = { versionId: present(this.#rubrics.get(feedback.assignment)), choices };
    const given = { points, comment, rubric, times: submission.times, revision: 0 };
    await this.marking.handBack(teacher, submission.id, given);
    await this.#playShares(learnerId, await this.#ready(lesson.id), [[0, 1]], feedback.heardHoursAgo);
  }

  #imported(lessonId: string): Promise<unknown> {
    return eventually(
      'the pages of a lesson',
      async () => (await this.jobs.newestFor(lessonId, [IMPORT]))?.state === 'done',
    );
  }

  #ready(lessonId: string): Promise<EditionHead> {
    return eventually('an edition', () => this.editions.newestReady(lessonId));
  }
}

/** Waits for the job process. @throws Error naming what did not come */
async function eventually<T>(what: string, look: () => Promise<T | null | false>): Promise<T> {
  const until = Date.now() + PATIENCE_MS;
  while (Date.now() < until) {
    const found = await look();
    if (found) return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`${what} did not come: is the job process running?`);
}
