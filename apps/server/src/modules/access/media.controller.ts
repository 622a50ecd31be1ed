import { Controller, Get, Inject, Param, Req, Res } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Problem } from '../../platform/http/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { ForAnyone, tagOf } from '../../platform/sessions/index.ts';
import { checkedKey, sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { MediaService } from './media.service.ts';
import { secretsOf } from './secrets.ts';

const TYPES: Readonly<Record<string, { readonly type: string; readonly encoding?: 'gzip' }>> = {
  webp: { type: 'image/webp' },
  mp4: { type: 'video/mp4' },
  webm: { type: 'video/webm' },
  ogg: { type: 'audio/ogg' },
  m4a: { type: 'audio/mp4' },
  ndjson: { type: 'application/x-ndjson' },
  gz: { type: 'application/json', encoding: 'gzip' },
};

function typeOf(key: string): { readonly type: string; readonly encoding?: 'gzip' } {
  if (key.endsWith('/voice.webm')) return { type: 'audio/webm' };
  return TYPES[key.slice(key.lastIndexOf('.') + 1)] ?? { type: 'application/octet-stream' };
}

/** Files by their signed addresses: the address is the right, in the browser that it was given to. */
@ApiTags('media')
@Controller('api/media')
export class MediaController {
  constructor(
    private readonly media: MediaService,
    @Inject(CONFIG) private readonly config: Config,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  @Get(':claims/:signature/*key')
  @ForAnyone()
  @ApiOkResponse({ description: 'a file, or a range of it' })
  async file(
    @Param('claims') claims: string,
    @Param('signature') signature: string,
    @Param('key') parts: string | string[],
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const key = Array.isArray(parts) ? parts.join('/') : parts;
    for (const secret of secretsOf(request, this.config)) {
      const opened = await this.media.open(claims, { signature, key, tag: tagOf(secret) });
      if (!opened.ok && opened.reason === 'false') continue;
      if (!opened.ok)
        throw new Problem(410, 'address-over', 'This address is no longer in use. Load the page again to go on.');
      const known = typeOf(key);
      const seconds = Math.max(0, Math.floor((opened.until - Date.now()) / 1000));
      return sendFile(this.storage, request, response, { key: checkedKey(key), ...known, seconds });
    }
    throw new Problem(404, 'not-found', 'There is no such file for you.');
  }
}
