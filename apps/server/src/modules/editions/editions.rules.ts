import { editionKey } from '@oakbell/core/media';
import type { Edition } from './edition.entity.ts';

/** Everything that whoever watches an edition is given addresses for. */
export const filesOf = ({ id, hasAac, files }: Pick<Edition, 'id' | 'hasAac' | 'files'>): readonly string[] => [
  editionKey(id, 'manifest.json.gz'),
  editionKey(id, 'voice.webm'),
  ...(hasAac ? [editionKey(id, 'voice.m4a')] : []),
  ...files,
];
