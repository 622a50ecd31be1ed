import { Text, Title } from '@mantine/core';
import type { Api } from '../../shared/api/index.ts';
import { sizeText } from '../../shared/ui/index.ts';

/** The files that go with what was given, to be saved. */
export function Files({ item: { assignmentId, attachments } }: { readonly item: Api['DeskWorkDto'] }) {
  return (
    <section aria-labelledby="files">
      <Title order={2} id="files" mb="xs">
        Files
      </Title>
      <ul className="ob-rows ob-card">
        {attachments.map(({ id, name, bytes }) => (
          <li key={id} className="ob-row">
            <a
              className="ob-link ob-finger"
              href={`/api/assignments/${assignmentId}/attachments/${id}`}
              download={name}
            >
              <bdi>{name}</bdi>
            </a>
            <Text size="sm" c="dimmed" style={{ whiteSpace: 'nowrap' }}>
              {sizeText(bytes)}
            </Text>
          </li>
        ))}
      </ul>
    </section>
  );
}
