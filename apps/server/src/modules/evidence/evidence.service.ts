import { Inject, Injectable } from '@nestjs/common';
import { clipKey, editionKey, pictureKey, voiceKey } from '@oakbell/core/media';
import { present } from '@oakbell/core/present';
import type { Person } from '../../platform/sessions/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { AssignmentHeads, AssignmentsService, DueDates } from '../assignments/index.ts';
import { FeedbackWords } from '../feedback/index.ts';
import { MarkingService } from '../marking/index.ts';
import { PagesService } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import { RubricsService } from '../rubrics/index.ts';
import { SchoolService } from '../school/index.ts';
import { HandedVersions, makersOf, type Submission } from '../submissions/index.ts';
import type { Kept } from './signedZip.ts';

/** All that is kept of a hand-in: what was handed in each time, what came back, and what was said about it. */
@Injectable()
export class Evidence {
  constructor(
    @Inject(STORAGE) private readonly storage: Storage,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly dueDates: DueDates,
    private readonly versions: HandedVersions,
    private readonly pages: PagesService,
    private readonly marking: MarkingService,
    private readonly rubrics: RubricsService,
    private readonly words: FeedbackWords,
    private readonly people: PeopleService,
    private readonly school: SchoolService,
  ) {}

  /** The files of a hand-in, with `evidence.json`, which says what each is, first. @param address of this server */
  async of(person: Person, submission: Submission, address: string, now = new Date()): Promise<readonly Kept[]> {
    const { id } = submission;
    const assignment = await this.assignments.get(submission.assignmentId);
    const { title, className } = present((await this.heads.of([assignment])).get(assignment.id));
    const makers = makersOf(submission);
    const dueFor = await this.dueDates.of(makers);
    const versions = await this.versions.of(id);
    const mark = (await this.marking.marksOf([id])).get(id) ?? null;
    const said = await this.words.of(id);
    const people = await this.people.byIds([
      ...new Set([
        person.id,
        ...makers,
        ...[...versions, ...said].map((one) => one.byId),
        ...(mark?.byId ? [mark.byId] : []),
      ]),
    ]);
    const who = (personId: string | null) => ({ id: personId, name: people.get(personId ?? '')?.name ?? null });
    const files: Kept[] = [];
    /** Puts a file into it where it is there; its path, or null. */
    const put = async (path: string, key: string): Promise<string | null> => {
      if ((await this.storage.size(key)) === null) return null;
      files.push({ path, content: () => this.storage.stream(key) });
      return path;
    };
    const putEdition = async (folder: string, edition: string | null) =>
      edition === null
        ? null
        : {
            voice: await put(`${folder}/voice.webm`, editionKey(edition, 'voice.webm')),
            manifest: await put(`${folder}/manifest.json.gz`, editionKey(edition, 'manifest.json.gz')),
          };
    const handedIn = [];
    for (const version of [...versions].sort((a, b) => a.number - b.number)) {
      const folder = `handed-in/${version.number}`;
      const pages = [];
      const beside = [];
      for (const [i, page] of (await this.pages.pagesOf(version.lessonId)).entries()) {
        pages.push(page.picture ? await put(`${folder}/page-${i + 1}.webp`, pictureKey(page.picture)) : null);
        if (page.clip)
          beside.push({ page: i + 1, path: await put(`${folder}/page-${i + 1}.mp4`, clipKey(page.clip.clip)) });
        // Its name is told, and is not the name of a path: that is ours.
        if (page.whole)
          beside.push({
            ...{ page: i + 1, name: page.whole.name },
            path: await put(`${folder}/page-${i + 1}.file`, page.whole.key),
          });
      }
      handedIn.push({
        number: version.number,
        at: version.handedInAt.toISOString(),
        by: who(version.byId),
        kind: version.kind,
        files: version.fileNames.map((name, i) => ({ name, bytes: version.fileBytes[i] ?? null })),
        text: version.text,
        pages,
        beside,
        spoken: await putEdition(folder, version.editionId),
      });
    }
    const conversation = [];
    for (const [i, word] of said.entries())
      conversation.push({
        at: word.at.toISOString(),
        by: who(word.byId),
        byTeacher: word.byTeacher,
        again: word.again,
        text: word.text,
        ink: word.ink,
        voice: word.voice ? await put(`said/${i + 1}.m4a`, voiceKey(word.voice)) : null,
      });
    const [version] = await this.rubrics.versionsOf(mark?.rubricVersionId ? [mark.rubricVersionId] : [], 'named');
    const facts = {
      evidence: 'oakbell.evidence',
      version: 1,
      madeAt: now.toISOString(),
      madeBy: who(person.id),
      school: (await this.school.facts())?.name ?? null,
      address,
      work: { id: assignment.id, title, className, points: assignment.points },
      handIn: {
        id,
        state: submission.state,
        makers: makers.map((maker) => ({ ...who(maker), due: dueFor(maker, assignment).toISOString() })),
        handedIn,
        removed: submission.removedAt && { at: submission.removedAt.toISOString(), reason: submission.removedReason },
      },
      marks: mark && {
        by: who(mark.byId),
        forNumber: mark.forTimes,
        points: mark.points,
        reason: mark.reason,
        comment: mark.comment,
        rubric: version ? { number: version.number, criteria: version.criteria, choices: mark.choices ?? [] } : null,
        handedBackAt: mark.handedBackAt?.toISOString() ?? null,
        correctedAt: mark.correctedAt?.toISOString() ?? null,
        spoken: await putEdition('feedback', mark.editionId),
      },
      said: conversation,
    };
    return [{ path: 'evidence.json', content: `${JSON.stringify(facts, null, 2)}\n` }, ...files];
  }
}
