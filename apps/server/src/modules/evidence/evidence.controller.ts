import { Controller, Get, Header, Inject, Logger, Param, ParseUUIDPipe, Req, Res } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { present } from '@oakbell/core/present';
import type { Request, Response } from 'express';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { By, For, ForAnyone, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { SecondMarks } from '../marking/index.ts';
import { SubmissionsService } from '../submissions/index.ts';
import { Evidence } from './evidence.service.ts';
import { writeSignedZip } from './signedZip.ts';
import { publicPem, signingKey } from './signing.ts';

/** A hand-in kept as evidence: everything of it, with what shows that nothing was changed since. */
@ApiTags('marking')
@Controller('api')
export class EvidenceController {
  readonly #logger = new Logger(EvidenceController.name);

  constructor(
    @Inject(CONFIG) private readonly config: Config,
    private readonly evidence: Evidence,
    private readonly submissions: SubmissionsService,
    private readonly second: SecondMarks,
  ) {}

  @Get('marking/hand-ins/:id/evidence')
  @For('teacher')
  @May('mark', 'submission')
  @ApiProduces('application/zip')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async take(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const submission = present(await this.submissions.one(id));
    // It holds the marks: whoever marks it unseen has them once they are done.
    await this.second.ensureShown(person.id, submission);
    const address = `${request.protocol}://${request.get('host') ?? ''}`;
    const files = await this.evidence.of(person, submission, address);
    response.setHeader('Content-Type', 'application/zip');
    response.setHeader('Cache-Control', 'no-store');
    response.attachment(`evidence-${id}.zip`);
    try {
      await writeSignedZip(response, files, signingKey(this.config.secret));
    } catch (failure) {
      this.#logger.warn(`evidence of ${id} broke off: ${(failure as Error).message}`);
      // What was begun cannot be refused any more: it breaks off, and whoever takes it sees that it is not whole.
      response.destroy();
    }
  }

  /** What evidence of this school is checked with. */
  @Get('evidence/key')
  @ForAnyone()
  @Header('Content-Type', 'application/x-pem-file')
  @ApiProduces('application/x-pem-file')
  @ApiOkResponse({ schema: { type: 'string' } })
  key(): string {
    return publicPem(signingKey(this.config.secret));
  }
}
