import { Text } from '@mantine/core';
import { Link } from 'react-router';
import type { Api } from '../../shared/api/index.ts';
import { whenText } from '../../shared/ui/index.ts';

type Line = Api['AuditLineDto'];
const ERASED = 'somebody who was erased';

/** Lines of who saw or changed what of whom. */
export function SeenLines({ lines }: { readonly lines: readonly Line[] }) {
  return (
    <ul className="ob-rows ob-card">
      {lines.map((line) => (
        <li key={line.id} className="ob-row">
          <div className="ob-row-main">
            <Text>
              <Person id={line.byId} name={line.by} /> {line.says}{' '}
              {line.aboutId && <Person id={line.aboutId} name={line.about} />}
              {line.className && (
                <>
                  {line.aboutId && ', '}
                  <bdi>{line.className}</bdi>
                </>
              )}
            </Text>
          </div>
          <Text c="dimmed" size="sm">
            {line.isChange && <strong>changed, </strong>}
            <time dateTime={line.at}>{whenText(line.at)}</time>
          </Text>
        </li>
      ))}
    </ul>
  );
}

function Person({ id, name }: { readonly id: string; readonly name: string | null }) {
  if (name === null) return <>{ERASED}</>;
  return (
    <Link className="ob-link" to={`/people/${id}`}>
      <bdi>{name}</bdi>
    </Link>
  );
}
