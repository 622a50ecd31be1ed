import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { randomUUID } from 'node:crypto';
import supertest from 'supertest';
import { pdfOf } from '../testing/files.ts';
import { rosterOf } from '../testing/rosters.ts';
import { PeopleService } from '../modules/people/index.ts';
import { ClassesService } from '../modules/classes/index.ts';
import type { Role } from '../platform/sessions/index.ts';
import { Events } from '../platform/events/index.ts';
import { boardSheet, strokeOn, write } from '../testing/sheets.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from '../testing/testApp.ts';
import type { Response } from 'supertest';
import type { IncomingMessage } from 'node:http';
import { assign, newLesson, publish, record, rubricOf, templateOf, toClass, until, visit } from '../testing/lesson.ts';
import { rawBytes } from '../testing/watching.ts';

/**
 * People by how they stand to the things of a small school: two teachers have two classes, one of which a third teaches
 * along; a fourth shares a course of the first; a teacher has left, a learner has moved; a lesson is given, another was withdrawn; a hand-in was handed back.
 */
const WHO = {
  owner: ['ilse', 'teacher'],
  coTeacher: ['co', 'teacher'],
  colleague: ['dee', 'teacher'],
  otherTeacher: ['bo', 'teacher'],
  leftTeacher: ['gone', 'teacher'],
  learner: ['tam', 'learner'],
  classmate: ['wren', 'learner'],
  otherLearner: ['ola', 'learner'],
  movedLearner: ['moved', 'learner'],
  keeper: ['keeper', 'keeper'],
  companion: [null, null],
  nobody: [null, null],
} as const satisfies Readonly<Record<string, readonly [string | null, Role | null]>>;
type Who = keyof typeof WHO;

/** Who may: everybody who may not gets the same answer as for a thing that is not there. */
interface Right {
  readonly roles: readonly Role[] | 'anyone';
  /** Of those roles, who may do it to the thing below; all of them where no thing is named. */
  readonly may?: readonly Who[];
}
const TEACHERS = ['teacher'] as const;
const LEARNERS = ['learner'] as const;
const MAKERS = ['teacher', 'learner'] as const;
const ALL = ['teacher', 'learner', 'keeper'] as const;
const owner: Right = { roles: TEACHERS, may: ['owner'] };
/** What is in a course that is shared. */
const user: Right = { roles: TEACHERS, may: ['owner', 'colleague'] };
const maker: Right = { roles: MAKERS, may: ['owner'] };
const classTeachers: Right = { roles: TEACHERS, may: ['owner', 'coTeacher'] };
const KEEPERS = ['keeper'] as const;
const classKeepers: Right = { roles: ['teacher', 'keeper'], may: ['owner', 'coTeacher', 'keeper'] };
const classLearners: Right = { roles: LEARNERS, may: ['learner', 'classmate'] };
const classOfIt: Right = { roles: MAKERS, may: ['owner', 'coTeacher', 'learner', 'classmate'] };
const ownWork: Right = { roles: LEARNERS, may: ['learner', 'classmate', 'movedLearner'] };

/** Every route, with who may use it on the things of `world()`. A new route must be added here, or the test fails. */
const ROUTES: Readonly<Record<string, Right>> = {
  'get /health/live': { roles: 'anyone' },
  'get /health/ready': { roles: 'anyone' },
  'post /api/session': { roles: 'anyone' },
  'delete /api/session': { roles: 'anyone' },
  'get /api/media/{claims}/{signature}/{key}': { roles: 'anyone' },
  'post /api/companion/join': { roles: 'anyone' },
  'get /api/companion/pictures/{digest}': { roles: 'anyone' },
  'get /api/session': { roles: ALL },
  'get /api/sessions': { roles: ALL },
  'delete /api/sessions': { roles: ALL },
  'delete /api/sessions/{id}': { roles: ALL },
  'put /api/password': { roles: ALL },
  'get /api/identity': { roles: 'anyone' },
  'get /api/identity/begin': { roles: 'anyone' },
  'get /api/identity/back': { roles: 'anyone' },
  'get /api/forgotten': { roles: 'anyone' },
  'post /api/forgotten': { roles: 'anyone' },
  'put /api/forgotten/password': { roles: 'anyone' },
  'put /api/own-name': { roles: ALL },
  'get /api/own-mail': { roles: ALL },
  'put /api/own-mail': { roles: ALL },
  'get /api/own-calendar': { roles: MAKERS },
  'post /api/own-calendar': { roles: MAKERS },
  'delete /api/own-calendar': { roles: MAKERS },
  'get /api/own-news': { roles: MAKERS },
  'post /api/own-news/seen': { roles: MAKERS },
  'get /api/own-news/wishes': { roles: MAKERS },
  'put /api/own-news/wishes': { roles: MAKERS },
  'get /api/calendar/{person}/{signature}/due.ics': { roles: 'anyone' },
  'get /api/terms': { roles: ['teacher', 'keeper'] },
  'put /api/terms': { roles: KEEPERS },
  'get /api/school/mail': { roles: KEEPERS },
  'get /api/school/records': { roles: KEEPERS },
  'post /api/school/mail/tries': { roles: KEEPERS },
  'post /api/school/mail/again': { roles: KEEPERS },
  'get /api/frames/hosts': { roles: TEACHERS },
  'post /api/frames/passes': { roles: MAKERS },
  'post /api/frames/session': { roles: 'anyone' },
  'delete /api/frames/session': { roles: 'anyone' },
  'get /api/beginning': { roles: 'anyone' },
  'post /api/beginning': { roles: 'anyone' },
  'get /api/school': { roles: KEEPERS },
  'get /api/school/days': { roles: TEACHERS },
  'put /api/school': { roles: KEEPERS },
  'get /api/people': { roles: KEEPERS },
  'post /api/people': { roles: KEEPERS },
  'get /api/audit': { roles: KEEPERS },
  'get /api/people/{id}': { roles: KEEPERS, may: ['keeper'] },
  'delete /api/people/{id}/sessions': { roles: KEEPERS, may: ['keeper'] },
  'patch /api/people/{id}': { roles: KEEPERS, may: ['keeper'] },
  'put /api/people/{id}/left': { roles: KEEPERS, may: ['keeper'] },
  // Of a learner of 10a.
  'get /api/people/{id}/first-password': classKeepers,
  'post /api/people/{id}/first-password': classKeepers,
  'get /api/rosters': { roles: KEEPERS },
  'post /api/rosters': { roles: KEEPERS },
  'get /api/rosters/{id}': { roles: KEEPERS, may: ['keeper'] },
  'delete /api/rosters/{id}': { roles: KEEPERS, may: ['keeper'] },
  'put /api/rosters/{id}/reading': { roles: KEEPERS, may: ['keeper'] },
  'post /api/rosters/{id}/apply': { roles: KEEPERS, may: ['keeper'] },
  'post /api/rosters/{id}/take-back': { roles: KEEPERS, may: ['keeper'] },
  'get /api/events': { roles: ALL },
  'get /api/jobs/{id}': { roles: ALL, may: ['owner'] },
  'post /api/jobs/{id}/cancel': { roles: ALL, may: ['owner'] },
  'post /api/jobs/{id}/retry': { roles: ALL, may: ['owner'] },
  'get /api/classes': { roles: ['teacher', 'keeper'] },
  'post /api/classes': { roles: ['teacher', 'keeper'] },
  'get /api/classes/{id}': classKeepers,
  'patch /api/classes/{id}': classKeepers,
  'delete /api/classes/{id}': classKeepers,
  'post /api/classes/{id}/learners': classKeepers,
  'post /api/classes/{id}/teachers': classKeepers,
  'delete /api/classes/{id}/members/{person}': classKeepers,
  'put /api/classes/{id}/members/{person}': classKeepers,
  'get /api/classes/{id}/slips': classKeepers,
  'post /api/classes/{id}/groups': classKeepers,
  'put /api/classes/{id}/groups/{group}': classKeepers,
  'delete /api/classes/{id}/groups/{group}': classKeepers,
  'put /api/classes/{id}/join-code': classKeepers,
  'delete /api/classes/{id}/join-code': classKeepers,
  'put /api/classes/{id}/asking/{person}': classKeepers,
  'get /api/joining': { roles: LEARNERS },
  'post /api/joining': { roles: LEARNERS },
  // Of a learner of 10a: what they need is for those who teach them, and for nobody else.
  'get /api/people/{id}/needs': classTeachers,
  'put /api/people/{id}/needs': classTeachers,
  'put /api/look': { roles: ALL },
  'post /api/lessons': { roles: TEACHERS },
  'get /api/library': { roles: TEACHERS },
  'get /api/library/tags': { roles: TEACHERS },
  'post /api/library/changes': owner,
  'get /api/lessons/{id}/about': user,
  'post /api/lessons/{id}/copies': user,
  'put /api/lessons/{id}/here/{window}': owner,
  'delete /api/lessons/{id}/here/{window}': owner,
  'get /api/lessons/{id}': { roles: MAKERS, may: ['owner', 'colleague'] },
  'patch /api/lessons/{id}': owner,
  'put /api/lessons/{id}/opening': owner,
  'get /api/watching/lessons/{id}': {
    roles: MAKERS,
    may: ['owner', 'colleague', 'coTeacher', 'learner', 'classmate'],
  },
  'post /api/lessons/{id}/changes': maker,
  'get /api/lessons/{id}/changes': maker,
  'post /api/lessons/{id}/boards': maker,
  'post /api/lessons/{id}/windows': owner,
  'get /api/lessons/{id}/clips/{digest}': owner,
  'put /api/lessons/{id}/pages': maker,
  'delete /api/lessons/{id}/pages/{page}': maker,
  'post /api/lessons/{id}/pages/{page}/restore': maker,
  'put /api/lessons/{id}/pages/{page}/cues': owner,
  'post /api/lessons/{id}/split': owner,
  'post /api/lessons/{id}/join': owner,
  'get /api/lessons/{id}/excerpt': owner,
  'post /api/lessons/{id}/sounds': owner,
  'post /api/lessons/{id}/imports': maker,
  'post /api/lessons/{id}/pages/copies': owner,
  'post /api/lessons/{id}/pages/{page}/duplicate': owner,
  'put /api/lessons/{id}/pages/{page}/backdrop': owner,
  'put /api/lessons/{id}/pages/{page}/things': owner,
  'put /api/lessons/{id}/pages/{page}/picture': owner,
  'post /api/lessons/{id}/uploads': owner,
  'get /api/lessons/{id}/uploads/{upload}': owner,
  'get /api/lessons/{id}/uploads/{upload}/pages/{number}': owner,
  'post /api/lessons/{id}/picked-pages': owner,
  'post /api/lessons/{id}/cut-outs': owner,
  'post /api/lessons/{id}/assets': owner,
  'post /api/lessons/{id}/companion-room': owner,
  'get /api/lessons/{id}/pictures/{digest}': { roles: MAKERS, may: ['owner', 'colleague'] },
  'get /api/lessons/{id}/takes': maker,
  'get /api/lessons/{id}/captions': owner,
  'put /api/lessons/{id}/captions': owner,
  'post /api/lessons/{id}/editions': owner,
  'get /api/lessons/{id}/editions': user,
  'get /api/lessons/{id}/assignments': user,
  'get /api/watching/lessons/{id}/classes': user,
  'get /api/courses': { roles: TEACHERS },
  'post /api/courses': { roles: TEACHERS },
  'get /api/colleagues': { roles: TEACHERS },
  'patch /api/courses/{id}': user,
  'delete /api/courses/{id}': user,
  'post /api/courses/{id}/units': user,
  'post /api/courses/{id}/teachers': user,
  'delete /api/courses/{id}/teachers/{person}': user,
  'patch /api/units/{id}': user,
  'delete /api/units/{id}': user,
  'get /api/preferences': { roles: TEACHERS },
  'put /api/preferences': { roles: TEACHERS },
  'get /api/speaking-rate': { roles: TEACHERS },
  'put /api/takes/{id}': maker,
  'put /api/takes/{id}/parts/{track}/{number}': maker,
  'get /api/takes/{id}/arrived': maker,
  'post /api/takes/{id}/finish': maker,
  'post /api/takes/{id}/finish-as-sent': maker,
  'post /api/takes/{id}/discard': maker,
  'get /api/takes/{id}/voice': maker,
  'get /api/takes/{id}/log': maker,
  'get /api/takes/{id}/peaks': maker,
  'get /api/takes/{id}/analysis': owner,
  'get /api/takes/{id}/films/{run}': maker,
  // Given to 10a, which co teaches as well; the learner who moved away sees it no more.
  'get /api/editions/{id}': { roles: MAKERS, may: ['owner', 'coTeacher', 'colleague', 'learner', 'classmate'] },
  'put /api/editions/{id}/withdrawn': owner,
  'post /api/assignments': { roles: TEACHERS, may: ['owner'] },
  'get /api/assignments/{id}': classTeachers,
  'put /api/assignments/{id}': classTeachers,
  'delete /api/assignments/{id}': classTeachers,
  'post /api/attachments': { roles: TEACHERS },
  'post /api/worksheets/from-lesson': { roles: TEACHERS, may: ['owner', 'colleague'] },
  'post /api/worksheets/of-boards': { roles: TEACHERS },
  'post /api/worksheets/of-files': { roles: TEACHERS },
  'get /api/worksheets/{id}': { roles: TEACHERS, may: ['owner', 'coTeacher'] },
  'get /api/assignments/{id}/sheet': classLearners,
  'post /api/assignments/{id}/sheet/parts': classLearners,
  'post /api/assignments/{id}/sheet/pictures': classLearners,
  'put /api/assignments/{id}/hand-in/sheet': classLearners,
  'get /api/assignments/{id}/sheets': classTeachers,
  // Of a learner of 10a.
  'get /api/assignments/{id}/sheets/{learner}': classTeachers,
  'get /api/assignments/{id}/attachments/{attachment}': classOfIt,
  'get /api/assignments/{id}/guardian-links': classTeachers,
  'post /api/assignments/{id}/guardian-links': classTeachers,
  'delete /api/assignments/{id}/guardian-links/{link}': classTeachers,
  'post /api/guardian/{link}/{signature}': { roles: 'anyone' },
  'put /api/assignments/{id}/place': classTeachers,
  'get /api/classes/{id}/page': classTeachers,
  'post /api/classes/{id}/units': classTeachers,
  'put /api/classes/{id}/units': classTeachers,
  'patch /api/classes/{id}/units/{unit}': classTeachers,
  'delete /api/classes/{id}/units/{unit}': classTeachers,
  'put /api/classes/{id}/days/{day}': classTeachers,
  // For a lesson that one may open, and a class that one teaches.
  'post /api/classes/{id}/words': { roles: TEACHERS, may: ['owner'] },
  'delete /api/classes/{id}/words/{word}': classTeachers,
  'get /api/classes/{id}/gradebook': classTeachers,
  'get /api/classes/{id}/gradebook/table': classTeachers,
  'put /api/assignments/{id}/excused/{learner}': classTeachers,
  'put /api/classes/{id}/grading': classTeachers,
  'post /api/classes/{id}/gradebook/table/plan': classTeachers,
  'put /api/classes/{id}/gradebook/table': classTeachers,
  'get /api/own-classes/{id}/marks': classLearners,
  'get /api/evidence/key': { roles: 'anyone' },
  'get /api/marking/hand-ins/{id}/evidence': classTeachers,
  'get /api/assignments/{id}/feedback/paper': ownWork,
  'post /api/assignments/{id}/feedback/opened': ownWork,
  'get /api/marking/hand-ins/{id}/paper': classTeachers,
  'get /api/marking/{id}/second': classTeachers,
  'put /api/marking/{id}/second': classTeachers,
  'delete /api/marking/{id}/second': classTeachers,
  'put /api/marking/hand-ins/{id}/second': classTeachers,
  'get /api/classes/{id}/copies': classTeachers,
  // From a class that they teach as well: here it is the same one.
  'get /api/classes/{id}/copies/from/{from}': classTeachers,
  'post /api/classes/{id}/copies': classTeachers,
  'delete /api/classes/{id}/copies/{copy}': classTeachers,
  'get /api/own-classes': { roles: LEARNERS },
  'get /api/own-classes/{id}': classLearners,
  'put /api/watching/visits/{id}': { roles: LEARNERS, may: ['learner', 'classmate'] },
  'post /api/watching/visits/{id}/reports': { roles: LEARNERS, may: ['learner'] },
  'get /api/watching/assignments/{id}': classTeachers,
  'get /api/watching/assignments/{id}/table': classTeachers,
  'get /api/watching/assignments/{id}/statements': classTeachers,
  'get /api/watching/classes/{id}/learners/{learner}': classTeachers,
  'get /api/watching/assignments/{id}/lessons/{lesson}/questions': classTeachers,
  'get /api/assignments/{id}/lessons/{lesson}/questions': classLearners,
  'post /api/assignments/{id}/lessons/{lesson}/questions': classLearners,
  'post /api/assignments/{id}/lessons/{lesson}/questions/spoken': classLearners,
  'put /api/assignments/{id}/lessons/{lesson}/signs': classLearners,
  'delete /api/assignments/{id}/questions/{question}': classLearners,
  'put /api/assignments/{id}/questions/{question}/answer': classTeachers,
  'put /api/assignments/{id}/questions/{question}/answer/spoken': classTeachers,
  'delete /api/assignments/{id}/questions/{question}/answer': classTeachers,
  'put /api/assignments/{id}/asking': classTeachers,
  'post /api/assignments/{id}/reminders': classTeachers,
  'get /api/assignment-templates': { roles: TEACHERS },
  'put /api/assignment-templates': { roles: TEACHERS },
  'delete /api/assignment-templates/{id}': { roles: TEACHERS, may: ['owner'] },
  'put /api/assignments/{id}/hand-in/files': classLearners,
  'put /api/assignments/{id}/hand-in/text': classLearners,
  'put /api/assignments/{id}/hand-in/agreed': ownWork,
  'put /api/assignments/{id}/answer': classLearners,
  'put /api/assignments/{id}/hand-in/spoken': classLearners,
  'put /api/assignments/{id}/answer/code': classLearners,
  'put /api/assignments/{id}/answer/with': classLearners,
  'delete /api/assignments/{id}/answer/with': classLearners,
  'get /api/assignments/{id}/answers': classLearners,
  // Of a learner of the class, which its teacher has shown to it.
  'get /api/answers/{id}': classLearners,
  'post /api/answers/{id}/replies': classLearners,
  'delete /api/answers/{id}/replies/{reply}': classLearners,
  'get /api/marking/hand-ins/{id}/replies': classTeachers,
  'put /api/marking/hand-ins/{id}/replies/{reply}': classTeachers,
  'put /api/marking/hand-ins/{id}/removal': classTeachers,
  'delete /api/marking/hand-ins/{id}/removal': classTeachers,
  'put /api/marking/hand-ins/{id}/approval': classTeachers,
  'delete /api/marking/hand-ins/{id}/approval': classTeachers,
  'get /api/assignments/{id}/hand-in': ownWork,
  'get /api/assignments/{id}/feedback': ownWork,
  'get /api/marking': { roles: TEACHERS },
  'get /api/marking/{id}': classTeachers,
  'put /api/marking/hand-ins/{id}': classTeachers,
  'put /api/marking/hand-ins/{id}/correction': classTeachers,
  'post /api/marking/hand-ins/{id}/hand-back': classTeachers,
  'delete /api/marking/hand-ins/{id}/hand-back': classTeachers,
  'put /api/marking/hand-ins/{id}/ready': classTeachers,
  'get /api/marking/hand-ins/{id}/words': classTeachers,
  'post /api/marking/hand-ins/{id}/words': classTeachers,
  'post /api/marking/hand-ins/{id}/words/spoken': classTeachers,
  // What was handed in stays its learner's, also once they are in another class.
  'get /api/assignments/{id}/feedback/words': ownWork,
  'post /api/assignments/{id}/feedback/words': ownWork,
  'post /api/assignments/{id}/feedback/words/spoken': ownWork,
  'get /api/marking/hand-ins/{id}/ink': classTeachers,
  'get /api/marking/hand-ins/{id}/versions': classTeachers,
  'get /api/marking/hand-ins/{id}/versions/{number}': classTeachers,
  'put /api/marking/hand-ins/{id}/ink': classTeachers,
  'post /api/marking/hand-ins/{id}/pages/{page}/turn': classTeachers,
  'put /api/marking/{id}/back': classTeachers,
  'delete /api/marking/{id}/back': classTeachers,
  'put /api/assignments/{id}/rubric': classTeachers,
  'get /api/comment-lines': { roles: TEACHERS },
  'post /api/comment-lines': { roles: TEACHERS },
  'post /api/comment-lines/{id}/uses': owner,
  'delete /api/comment-lines/{id}': owner,
  'get /api/rubrics': { roles: TEACHERS },
  'post /api/rubrics': { roles: TEACHERS },
  // It is one of a course that a colleague shares.
  'put /api/rubrics/{id}': user,
  'put /api/rubrics/{id}/archived': user,
  'get /api/today': { roles: TEACHERS },
  'get /api/desk': { roles: LEARNERS },
  'get /api/desk/{id}': classLearners,
};

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';
type Agent = ReturnType<typeof supertest.agent>;

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let things: Readonly<Record<string, string>>;
const agents = new Map<Who, Agent>();
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  const people = test.app.get(PeopleService, { strict: false });
  const dee = await people.add({ signInName: 'dee', name: 'dee', role: 'teacher', password: PASSWORD });
  ids = { ...ids, dee: dee.id };
  for (const who of Object.keys(WHO) as Who[]) {
    const [name] = WHO[who];
    agents.set(who, name === null ? supertest.agent(test.http) : await test.signedIn(name));
  }
  things = await world();
});
afterAll(() => test.close());
const as = (who: Who): Agent => agents.get(who)!;

/** One thing of each kind, as they stand after some weeks of school. */
async function world(): Promise<Readonly<Record<string, string>>> {
  const [ilse, tam, moved] = [as('owner'), as('learner'), as('movedLearner')];
  const lesson = await newLesson(ilse);
  const take = await record(ilse, lesson.id, 2);
  const edition = await publish(ilse, lesson.id);
  const files = await ilse
    .post('/api/attachments')
    .attach('files', await pdfOf(1), 'a.pdf')
    .expect(201);
  const attachment = (files.body as [{ id: string }])[0].id;
  const worksheet = await boardSheet(ilse);
  const terms = { answerLimitMs: 60_000, attachmentIds: [attachment], worksheetId: worksheet.id, answersSeen: 'class' };
  const assignment = await assign(ilse, lesson.id, ids['10a']!, terms);
  await write(tam, assignment, [strokeOn(worksheet.pages[0]!.id, 'a')]).expect(201);
  await tam.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  await moved.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'Mine' }).expect(200);
  const { body: desk } = await ilse.get(`/api/marking/${assignment}`).expect(200);
  const { queue } = desk as { queue: { submissionId: string; learnerName: string; feedbackLessonId: string }[] };
  const of = (name: string) => queue.find((row) => row.learnerName === name)!;
  await ilse
    .post(`/api/marking/hand-ins/${of('moved').submissionId}/hand-back`)
    .send({ points: 3, comment: 'Good', times: 1, revision: 0 })
    .expect(204);
  await ilse
    .put(`/api/marking/hand-ins/${of('tam').submissionId}/approval`)
    .send({ named: false, times: 1 })
    .expect(204);
  const opened = await visit(tam, edition.id);
  const course = (await ilse.post('/api/courses').send({ name: 'Tides' }).expect(201)).body as { id: string };
  const unit = (await ilse.post(`/api/courses/${course.id}/units`).send({ name: 'Springs' }).expect(201)).body as {
    id: string;
  };
  await ilse.post(`/api/courses/${course.id}/teachers`).send({ id: ids['dee'] }).expect(204);
  await ilse
    .post('/api/library/changes')
    .send({ ids: [lesson.id], unitId: unit.id })
    .expect(204);
  const { body: rubric } = await ilse
    .post('/api/rubrics')
    .send(rubricOf('Plans', { courseId: course.id }))
    .expect(201);
  const { body: comment } = await ilse.post('/api/comment-lines').send({ text: 'Well drawn.' }).expect(201);
  const { body: template } = await ilse.put('/api/assignment-templates').send(templateOf('Weekly'));
  const editions = (await ilse.get(`/api/lessons/${lesson.id}/editions`)).body as { jobId: string }[];
  // Now somebody leaves, and somebody moves to the other class.
  const classes = test.app.get(ClassesService, { strict: false });
  await classes.leave(ids['10a']!, ids['gone']!);
  await classes.leave(ids['10a']!, ids['moved']!);
  await classes.join(ids['10b']!, ids['moved']!, 'learner');
  return {
    lesson: lesson.id,
    page: lesson.page,
    take,
    edition: edition.id,
    assignment,
    attachment,
    worksheet: worksheet.id,
    submission: of('tam').submissionId,
    feedback: of('tam').feedbackLessonId,
    visit: opened.id,
    course: course.id,
    unit: unit.id,
    job: editions[0]!.jobId,
    template: (template as { id: string }).id,
    rubric: (rubric as { id: string }).id,
    comment: (comment as { id: string }).id,
    roster: (await rosterOf(as('keeper'))).id,
    class: ids['10a']!,
    person: ids['wren']!,
  };
}

/** What `{id}` of a route names. */
function idFor(path: string): string {
  const kinds: readonly (readonly [string, string])[] = [
    ['/api/watching/visits/', 'visit'],
    ['/api/watching/assignments/', 'assignment'],
    ['/api/watching/lessons/', 'lesson'],
    ['/api/watching/classes/', 'class'],
    ['/api/marking/hand-ins/', 'submission'],
    ['/api/answers/', 'submission'],
    ['/api/marking/', 'assignment'],
    ['/api/desk/', 'assignment'],
    ['/api/assignments/', 'assignment'],
    ['/api/worksheets/', 'worksheet'],
    ['/api/assignment-templates/', 'template'],
    ['/api/lessons/', 'lesson'],
    ['/api/takes/', 'take'],
    ['/api/editions/', 'edition'],
    ['/api/classes/', 'class'],
    ['/api/own-classes/', 'class'],
    ['/api/people/', 'person'],
    ['/api/rosters/', 'roster'],
    ['/api/courses/', 'course'],
    ['/api/rubrics/', 'rubric'],
    ['/api/comment-lines/', 'comment'],
    ['/api/units/', 'unit'],
    ['/api/jobs/', 'job'],
  ];
  return things[kinds.find(([start]) => path.startsWith(start))?.[1] ?? ''] ?? randomUUID();
}

/** A body that names the thing, for routes whose thing stands there; wrong in all else, so that nothing comes of it. */
const bodyFor = (route: string): object => {
  const { lesson, edition } = things;
  if (route === 'post /api/assignments') return { lessonIds: [lesson], to: [{ classId: ids['10a'] }] };
  if (route === 'post /api/classes/{id}/copies') return { from: things['class'], ids: 'none' };
  if (route === 'post /api/classes/{id}/words') return { lessonId: lesson, more: 1 };
  if (route === 'put /api/watching/visits/{id}') return { editionId: edition };
  if (route === 'post /api/worksheets/from-lesson') return { lessonId: lesson, pageIds: [] };
  if (route === 'post /api/library/changes') return { ids: [lesson] };
  if (route === 'put /api/takes/{id}') return { lessonId: lesson, windowKey: 'walk' };
  return {};
};

/** What a route says to somebody: `open` is anything but a refusal of this person. */
async function answerTo(who: Who, route: string): Promise<string> {
  const [method, path] = route.split(' ') as [Method, string];
  const filled = path
    // A visit is begun under a name of the player's own.
    .replace('{id}', route === 'put /api/watching/visits/{id}' ? randomUUID() : idFor(path))
    .replace('{page}', things['page']!)
    .replace('{lesson}', things['lesson']!)
    .replace('{attachment}', things['attachment']!)
    .replace('{learner}', ids['tam']!)
    .replace(/\{(upload|person|window|group|unit|word|copy|link|reply|question)\}/, randomUUID())
    .replace('{from}', things['class']!)
    .replace('{day}', '2026-03-05')
    .replace('{track}', 'voice')
    .replace('versions/{number}', 'versions/1')
    .replace(/\{(number|run)\}/, '0')
    .replace('{digest}', 'none')
    .replace('{claims}', 'none')
    .replace('{signature}', 'none')
    .replace('{key}', 'none.webp');
  const asked = as(who)[method](filled).send(bodyFor(route));
  // A line that stays open is only begun.
  const { status, body } = await (path === '/api/events' ? asked.buffer(true).parse(onlyBegun) : asked);
  if (status >= 500) throw new Error(`${route} answered ${status} to ${who}: ${JSON.stringify(body)}`);
  const { code, detail } = body as { code?: string; detail?: string };
  if (status === 401 && code === 'signed-out') return 'signed-out';
  if (status === 403) return code ?? '403';
  // A part of it may not be there for its owner either: only the thing itself counts.
  const isThing =
    / (lesson|take|edition|visit|worksheet|class|assignment|course|unit|job|person|roster|rubric|sentence|template) for you/.test(
      detail ?? '',
    );
  if (status === 404 && route.includes('/marking/hand-ins/')) return 'not-there';
  if (status === 404 && route.includes('/api/answers/'))
    return / hand-in for you/.test(detail ?? '') ? 'not-there' : 'open';
  return status === 404 && isThing ? 'not-there' : 'open';
}

/** Reads what a server refuses with, and leaves what it goes on with. */
function onlyBegun(response: Response, done: (failure: Error | null, body: unknown) => void): void {
  const incoming = response as unknown as IncomingMessage;
  if (!String(incoming.headers['content-type']).startsWith('text/event-stream'))
    return rawBytes(response, (failure, bytes) => done(failure, failure ?? (JSON.parse(bytes.toString()) as unknown)));
  incoming.destroy();
  done(null, {});
}

function routesOfTheServer(): readonly string[] {
  const { paths } = SwaggerModule.createDocument(test.app, new DocumentBuilder().build());
  return Object.entries(paths).flatMap(([path, item]) => Object.keys(item).map((method) => `${method} ${path}`));
}

describe('rights', () => {
  it('are stated here for every route, and for no other', () => {
    const plain = routesOfTheServer().map((route) => route.replace('{*key}', '{key}').replace('*key', '{key}'));
    expect([...new Set(plain)].sort()).toEqual(Object.keys(ROUTES).sort());
  });

  it('name a thing on every route whose path names one', () => {
    const bare = Object.entries(ROUTES).filter(
      ([route, right]) => route.includes('{id}') && right.roles !== 'anyone' && !right.may,
    );
    expect(bare.map(([route]) => route)).toEqual(['delete /api/sessions/{id}']);
  });

  it.each(Object.keys(WHO) as Who[])('hold on every route for %s', async (who) => {
    const [, role] = WHO[who];
    // What changes the world for those who come after is left to the tests below.
    const kept = [
      'delete /api/session',
      'delete /api/sessions',
      'delete /api/courses/{id}',
      'delete /api/units/{id}',
      'delete /api/assignment-templates/{id}',
      'delete /api/comment-lines/{id}',
      'delete /api/classes/{id}',
      // Whoever is let in anew is out wherever they were.
      'post /api/people/{id}/first-password',
      'delete /api/rosters/{id}',
      'delete /api/people/{id}/sessions',
      // Of nobody in the class: there is no such person, for those who may ask.
      'delete /api/classes/{id}/members/{person}',
      // Of a unit that is not there, likewise.
      'delete /api/classes/{id}/units/{unit}',
      'delete /api/classes/{id}/words/{word}',
      'delete /api/courses/{id}/teachers/{person}',
      // Whoever has a copy hears what it plays.
      'post /api/lessons/{id}/copies',
      'post /api/takes/{id}/discard',
      // What was handed in before gives way to it.
      'put /api/assignments/{id}/hand-in/sheet',
      'post /api/marking/hand-ins/{id}/hand-back',
      'delete /api/marking/hand-ins/{id}/hand-back',
      'delete /api/marking/hand-ins/{id}/approval',
      'post /api/jobs/{id}/cancel',
      'delete /api/lessons/{id}/pages/{page}',
    ];
    for (const [route, { roles, may }] of Object.entries(ROUTES)) {
      const expected =
        roles === 'anyone'
          ? 'open'
          : role === null
            ? 'signed-out'
            : !(roles as readonly Role[]).includes(role)
              ? 'not-allowed'
              : may && !may.includes(who)
                ? 'not-there'
                : 'open';
      if (kept.includes(route) && expected === 'open') continue;
      expect([route, await answerTo(who, route)]).toEqual([route, expected]);
    }
  });
});

const status = async (who: Who, method: Method, path: string, body: object = {}) =>
  (await as(who)[method](`/api/${path}`).send(body)).status;

/** The lesson as it stands on the learner's desk. */
const onDesk = async () => {
  const { body } = await as('learner').get(`/api/desk/${things['assignment']}`);
  return (body as { lessons: { editionId: string }[] }).lessons[0]!;
};

describe('feedback', () => {
  it('is in the hands of all who teach the class, whoever assigned the work', async () => {
    const { feedback, assignment, submission } = things;
    for (const who of ['owner', 'coTeacher'] as const) {
      expect(await status(who, 'get', `lessons/${feedback}`)).toBe(200);
      expect(await status(who, 'get', `lessons/${feedback}/takes`)).toBe(200);
    }
    for (const who of ['otherTeacher', 'leftTeacher', 'learner'] as const)
      expect([who, await status(who, 'get', `lessons/${feedback}`)]).toEqual([who, 404]);
    // The co-teacher speaks on it, and hands it back.
    await record(as('coTeacher'), feedback!, 2);
    const desk = (await as('coTeacher').get(`/api/marking/${assignment}`)).body as {
      queue: { submissionId: string; times: number; revision: number }[];
    };
    const { times, revision } = desk.queue.find((row) => row.submissionId === submission)!;
    const marks = { points: 4, comment: 'Yes', times, revision };
    expect(await status('coTeacher', 'post', `marking/hand-ins/${submission}/hand-back`, marks)).toBe(204);
    const heard = await until(async () => {
      const { body } = await as('learner').get(`/api/assignments/${assignment}/feedback`);
      return (body as { editionId: string | null }).editionId;
    });
    expect(await status('learner', 'get', `editions/${heard}`)).toBe(200);
    for (const who of ['classmate', 'otherLearner', 'movedLearner', 'otherTeacher'] as const)
      expect([who, await status(who, 'get', `editions/${heard}`)]).toEqual([who, 404]);
  });
  it('cannot be given to a class, copied from, joined or split', async () => {
    const { feedback, lesson } = things;
    expect(await status('owner', 'post', 'assignments', toClass(feedback!, ids['10a']!))).toBe(404);
    expect(await status('owner', 'post', `lessons/${lesson}/pages/copies`, { from: feedback })).toBe(404);
    expect(await status('owner', 'post', `lessons/${lesson}/join`, { from: feedback, at: 0, revision: 0 })).toBe(404);
    expect(await status('owner', 'post', `lessons/${feedback}/split`, { at: 1e6, revision: 0, title: 'x' })).toBe(404);
    expect(await status('owner', 'post', 'lessons', { kind: 'worked', title: 'x', from: feedback })).toBe(404);
  });
});

describe('a lesson of a course that is shared', () => {
  let [lesson, page, take, edition] = ['', '', '', ''];
  const change = (who: Who, body: object) => status(who, 'post', 'library/changes', { ids: [lesson], ...body });
  beforeAll(async () => {
    ({ id: lesson, page } = await newLesson(as('owner')));
    take = await record(as('owner'), lesson, 1);
    edition = (await publish(as('owner'), lesson)).id;
    await change('owner', { unitId: things['unit'] });
  });

  it('is changed by the others of the course once its maker lets them, and stays its maker’s', async () => {
    const cues = { cues: '<p>Together</p>' };
    const path = `lessons/${lesson}/pages/${page}/cues`;
    expect(await status('colleague', 'put', path, cues)).toBe(404);
    expect(await status('colleague', 'get', `takes/${take}/log`)).toBe(404);
    expect(await change('owner', { courseMay: 'change' })).toBe(204);
    expect(await status('colleague', 'put', path, cues)).toBe(200);
    expect(await status('colleague', 'get', `takes/${take}/log`)).toBe(307);
    expect(await status('colleague', 'get', `lessons/${lesson}/takes`)).toBe(200);
    expect(await change('colleague', { archived: true })).toBe(404);
    expect(await change('colleague', { unitId: null })).toBe(404);
    expect(await change('owner', { courseMay: 'use' })).toBe(204);
    expect(await status('colleague', 'put', path, cues)).toBe(404);
  });

  it('is copied, and the copy is heard by whoever has it, also after they left the course', async () => {
    const { course } = things;
    const copy = (await as('colleague').post(`/api/lessons/${lesson}/copies`).expect(201)).body as { id: string };
    expect(await status('colleague', 'get', `takes/${take}/log`)).toBe(307);
    expect(await status('otherTeacher', 'get', `lessons/${copy.id}`)).toBe(404);
    expect(await status('owner', 'delete', `courses/${course}/teachers/${ids['dee']}`)).toBe(204);
    expect(await status('colleague', 'get', `lessons/${lesson}`)).toBe(404);
    expect(await status('colleague', 'get', `editions/${edition}`)).toBe(404);
    expect(await status('colleague', 'get', `takes/${take}/log`)).toBe(307);
    expect(await status('colleague', 'get', `lessons/${copy.id}`)).toBe(200);
    expect(await status('owner', 'get', `lessons/${copy.id}`)).toBe(404);
    expect(await status('owner', 'post', `courses/${course}/teachers`, { id: ids['dee'] })).toBe(204);
  });
});

describe('addresses of a lesson that is shared', () => {
  const given = async (edition: string): Promise<string> => {
    const { body } = await as('colleague').get(`/api/editions/${edition}`).expect(200);
    const { media } = body as { media: { base: string; files: string[] } };
    return `${media.base}/${media.files.find((file) => file.endsWith('voice.webm'))}`;
  };
  it('are of no use once the lesson, the unit or the colleague has left the course', async () => {
    const { course, unit } = things;
    const { id } = await newLesson(as('owner'));
    await record(as('owner'), id, 1);
    const edition = (await publish(as('owner'), id)).id;
    const put = (unitId: string | null) => status('owner', 'post', 'library/changes', { ids: [id], unitId });
    const leave = () => status('owner', 'delete', `courses/${course}/teachers/${ids['dee']}`);
    for (const end of [() => put(null), leave]) {
      expect(await put(unit!)).toBe(204);
      const voice = await given(edition);
      await as('colleague').get(voice).expect(200);
      expect(await end()).toBe(204);
      await as('colleague').get(voice).expect(410);
    }
    expect(await status('owner', 'post', `courses/${course}/teachers`, { id: ids['dee'] })).toBe(204);
    const other = (await as('owner').post(`/api/courses/${course}/units`).send({ name: 'Neaps' }).expect(201)).body as {
      id: string;
    };
    expect(await put(other.id)).toBe(204);
    const voice = await given(edition);
    expect(await status('owner', 'delete', `units/${other.id}`)).toBe(204);
    await as('colleague').get(voice).expect(410);
  });
});

describe('what is somebody else’s', () => {
  it('is not reached by naming it in a body', async () => {
    const own = await newLesson(as('otherTeacher'));
    const { lesson, unit } = things;
    expect(await status('otherTeacher', 'post', `lessons/${own.id}/pages/copies`, { from: lesson })).toBe(404);
    expect(await status('otherTeacher', 'post', 'lessons', { kind: 'worked', title: 'x', opening: lesson })).toBe(404);
    expect(await status('otherTeacher', 'post', 'library/changes', { ids: [own.id], unitId: unit })).toBe(404);
    const both = { ids: [own.id, lesson], archived: true };
    expect(await status('otherTeacher', 'post', 'library/changes', both)).toBe(404);
    expect(await status('otherTeacher', 'post', 'lessons', { kind: 'worked', title: 'x', unitId: unit })).toBe(404);
    expect(await status('owner', 'post', 'assignments', toClass(lesson!, ids['10b']!))).toBe(404);
    expect(
      await status('otherTeacher', 'put', `takes/${randomUUID()}`, { lessonId: lesson, windowKey: 'a-window' }),
    ).toBe(404);
  });
});

describe('a frame in another page', () => {
  /** What can be done there, and nothing else. */
  const WATCHING = [
    'get /api/session',
    'get /api/events',
    'get /api/watching/lessons/{id}',
    'get /api/editions/{id}',
    'put /api/watching/visits/{id}',
    'post /api/watching/visits/{id}/reports',
  ];
  const passOf = async (who: Who) =>
    ((await as(who).post('/api/frames/passes').expect(201)).body as { pass: string }).pass;
  const begin = (pass: string) => supertest.agent(test.http).post('/api/frames/session').send({ pass });
  const cookieOf = ({ headers }: Response): string => String(headers['set-cookie']);

  it('has a session for watching alone, and a cookie that counts under that page alone', async () => {
    const answer = await begin(await passOf('learner')).expect(204);
    const cookie = cookieOf(answer);
    for (const word of ['HttpOnly', 'Secure', 'SameSite=None', 'Partitioned']) expect(cookie).toContain(word);
    const [secret] = cookie.split(';');
    const { paths } = SwaggerModule.createDocument(test.app, new DocumentBuilder().build());
    const routes = Object.entries(paths).flatMap(([path, item]) =>
      Object.keys(item).map((method) => `${method} ${path}`),
    );
    for (const route of routes.filter((one) => ROUTES[one]?.roles !== 'anyone')) {
      const [method, path] = route.split(' ') as [Method, string];
      const filled = path.replace('{id}', idFor(path)).replaceAll(/\{\w+\}/g, randomUUID());
      const asked = supertest(test.http)[method](filled).set('Cookie', secret!).send(bodyFor(route));
      const { status: told } = await (path === '/api/events' ? asked.buffer(true).parse(onlyBegun) : asked);
      expect([route, told === 401]).toEqual([route, !WATCHING.includes(route)]);
    }
    // Neither is it anything in the place of a whole session, nor a whole one in its place.
    const value = secret!.split('=')[1]!;
    for (const [name, given] of [
      ['oakbell_session', value],
      ['oakbell_frame', 'x'],
    ] as const)
      await supertest(test.http).get('/api/session').set('Cookie', `${name}=${given}`).expect(401);
  });
  it('begins by a pass that counts once, for a minute, and as long as its giver is signed in', async () => {
    const pass = await passOf('learner');
    await begin(pass).expect(204);
    await begin(pass).expect(410);
    await begin('no-such-pass').expect(410);
    const classmate = await test.signedIn('wren');
    const { pass: late } = (await classmate.post('/api/frames/passes').expect(201)).body as { pass: string };
    await classmate.delete('/api/session').expect(204);
    await begin(late).expect(410);
  });
  it('is signed out by itself, and wherever its person ends it', async () => {
    const enter = async () => cookieOf(await begin(await passOf('learner'))).split(';')[0]!;
    const me = (cookie: string) => supertest(test.http).get('/api/session').set('Cookie', cookie);
    const [first, second] = [await enter(), await enter()];
    await me(first).expect(200);
    await supertest(test.http).delete('/api/frames/session').set('Cookie', first).expect(204);
    await me(first).expect(401);
    await me(second).expect(200);
    const devices = (await as('learner').get('/api/sessions').expect(200)).body as { id: string; device: string }[];
    for (const { id } of devices.filter(({ device }) => device === 'A frame in another page'))
      await as('learner').delete(`/api/sessions/${id}`).expect(204);
    await me(second).expect(401);
  });
});

describe('a lesson that is closed', () => {
  const open = ({ to, from = null, until: end = null }: { to: string; from?: string | null; until?: string | null }) =>
    as('owner').put(`/api/lessons/${things['lesson']}/opening`).send({ to, from, until: end }).expect(204);

  it('is closed at once to all but its maker, and opens again', async () => {
    const { lesson, edition } = things;
    const addresses = (await as('learner').get(`/api/editions/${edition}`).expect(200)).body as {
      media: { base: string; files: string[] };
    };
    const voice = `${addresses.media.base}/${addresses.media.files.find((file) => file.endsWith('voice.webm'))}`;
    await as('learner').get(voice).expect(200);
    await open({ to: 'me' });
    for (const who of ['learner', 'classmate', 'coTeacher'] as const)
      expect([who, await status(who, 'get', `editions/${edition}`)]).toEqual([who, 404]);
    expect(await status('owner', 'get', `editions/${edition}`)).toBe(200);
    // An address that was given out before is of no use any more.
    expect((await as('learner').get(voice)).status).toBe(410);
    const told = { number: 0, plays: [], position: 0 };
    expect(await status('learner', 'post', `watching/visits/${things['visit']}/reports`, told)).toBe(404);
    expect(await onDesk()).toMatchObject({ editionId: null, standing: 'closed' });
    expect(await status('learner', 'get', `watching/lessons/${lesson}`)).toBe(404);
    await open({ to: 'assigned' });
    expect(await status('learner', 'get', `editions/${edition}`)).toBe(200);
  });
  it('may be open to the school: with its link, to everybody at lessons in it', async () => {
    const { lesson, edition } = things;
    const elsewhere = ['otherLearner', 'movedLearner', 'otherTeacher', 'leftTeacher'] as const;
    const link = `watching/lessons/${lesson}`;
    for (const who of elsewhere) expect([who, await status(who, 'get', link)]).toEqual([who, 404]);
    await open({ to: 'school' });
    for (const who of elsewhere) {
      expect([who, (await as(who).get(`/api/${link}`)).body]).toMatchObject([
        who,
        { standing: 'open', assignmentId: null, title: expect.any(String) as string },
      ]);
      expect([who, await status(who, 'get', `editions/${edition}`)]).toEqual([who, 200]);
      // It is there to be watched, and nothing else.
      expect([who, await status(who, 'get', `lessons/${lesson}`)]).toEqual([who, 404]);
    }
    expect(await status('keeper', 'get', `editions/${edition}`)).toBe(403);
    const body = { editionId: edition };
    const visited = randomUUID();
    expect(await status('otherLearner', 'put', `watching/visits/${visited}`, body)).toBe(200);
    await open({ to: 'assigned' });
    for (const who of elsewhere) expect([who, await status(who, 'get', `editions/${edition}`)]).toEqual([who, 404]);
    const told = { number: 0, plays: [], position: 0 };
    expect(await status('otherLearner', 'post', `watching/visits/${visited}/reports`, told)).toBe(404);
    expect((await as('learner').get(`/api/${link}`)).body).toMatchObject({ assignmentId: things['assignment'] });
  });
  it('opens and closes by the clock, and its link says when', async () => {
    const { lesson, edition, assignment } = things;
    const at = (hours: number) => new Date(Date.now() + hours * 3_600_000).toISOString();
    const seen = async () => [
      await onDesk(),
      (await as('learner').get(`/api/watching/lessons/${lesson}`)).body as object,
    ];
    const from = at(1);
    await open({ to: 'assigned', from });
    const toCome = { standing: 'to-come', opensAt: from, editionId: null };
    expect(await seen()).toMatchObject([toCome, toCome]);
    expect(await status('learner', 'get', `editions/${edition}`)).toBe(404);
    expect(await status('owner', 'get', `editions/${edition}`)).toBe(200);
    await open({ to: 'assigned', from: at(-2), until: at(1) });
    expect(await seen()).toMatchObject([{ standing: 'open' }, { standing: 'open' }]);
    expect(await status('learner', 'get', `editions/${edition}`)).toBe(200);
    await open({ to: 'assigned', from: at(-2), until: at(-1) });
    expect(await seen()).toMatchObject([{ standing: 'over' }, { standing: 'over' }]);
    expect(await status('learner', 'get', `editions/${edition}`)).toBe(404);
    expect(await status('coTeacher', 'get', `watching/assignments/${assignment}`)).toBe(200);
    // What waited in a browser is counted all the same.
    const told = { number: 1, plays: [], position: 0 };
    expect(await status('learner', 'post', `watching/visits/${things['visit']}/reports`, told)).toBe(204);
    expect(await status('learner', 'put', `watching/visits/${randomUUID()}`, { editionId: edition })).toBe(200);
    const backwards = { to: 'assigned', from: at(2), until: at(1) };
    expect(await status('owner', 'put', `lessons/${lesson}/opening`, backwards)).toBe(422);
    await open({ to: 'assigned' });
  });
  it('cuts off whoever watches it at the moment that was named', async () => {
    const { lesson, edition } = things;
    const voiceOf = async () => {
      const { media } = (await as('learner').get(`/api/editions/${edition}`).expect(200)).body as {
        media: { base: string; files: string[] };
      };
      return `${media.base}/${media.files.find((file) => file.endsWith('voice.webm'))}`;
    };
    const before = await voiceOf();
    const told: string[] = [];
    const ear = test.app
      .get(Events, { strict: false })
      .of(ids['tam']!)
      .subscribe(({ kind, id }) => told.push(`${kind} ${id}`));
    await open({ to: 'assigned', until: new Date(Date.now() + 4000).toISOString() });
    // What was given out before knows nothing of that moment.
    await as('learner').get(before).expect(410);
    const voice = await voiceOf();
    await as('learner').get(voice).expect(200);
    told.length = 0;
    await until(async () => (await as('learner').get(voice)).status === 410);
    expect(await status('learner', 'get', `editions/${edition}`)).toBe(404);
    await until(() => Promise.resolve(told.includes(`edition ${lesson}`)));
    ear.unsubscribe();
    await open({ to: 'assigned' });
  });
  it('may be one edition of several: the one before it is watched again', async () => {
    const { lesson } = things;
    const second = await publish(as('owner'), lesson!);
    const shown = async () => (await onDesk()).editionId;
    expect(await shown()).toBe(second.id);
    await as('owner').put(`/api/editions/${second.id}/withdrawn`).send({ withdrawn: true }).expect(200);
    // The walk above has published the lesson once more.
    expect(await shown()).not.toBe(second.id);
    expect(await status('learner', 'get', `editions/${await shown()}`)).toBe(200);
    expect(await status('learner', 'get', `editions/${second.id}`)).toBe(404);
    // Once none is left, desk and link say that it was taken away, and not that it is still being made.
    const ids = (await as('owner').get(`/api/lessons/${lesson}/editions`)).body as { id: string }[];
    for (const { id } of ids) await as('owner').put(`/api/editions/${id}/withdrawn`).send({ withdrawn: true });
    const byLink = (await as('learner').get(`/api/watching/lessons/${lesson}`)).body as object;
    for (const shown of [await onDesk(), byLink]) expect(shown).toMatchObject({ standing: 'closed', editionId: null });
  });
});
