import { Stack, Text } from '@mantine/core';
import { Link, useParams } from 'react-router';
import { Watched } from './Watched.tsx';

/** Who has watched what, for a teacher of the class whose lesson it is not. */
export function WatchedPage() {
  const { assignment = '' } = useParams();
  return (
    <Stack className="ob-page" style={{ width: '100%' }}>
      <Text>
        <Link to="/today">Today</Link>
      </Text>
      <Watched assignmentId={assignment} />
    </Stack>
  );
}
