import { Table, Title } from '@mantine/core';
import type { PagePlayed } from '@oakbell/core/coverage';
import { timeText } from '@oakbell/core/clock';

/** How each page was met, in figures. */
export function PagesTable({ pages, begun }: { readonly pages: readonly PagePlayed[]; readonly begun: number }) {
  if (pages.length === 0 || begun === 0) return null;
  return (
    <section aria-labelledby="by-page">
      <Title order={2} id="by-page" mb={4}>
        Page by page
      </Title>
      <Table.ScrollContainer minWidth={520} scrollAreaProps={{ tabIndex: 0, 'aria-label': 'Page by page' }}>
        <Table>
          <Table.Caption>{`Of ${begun} who have begun`}</Table.Caption>
          <Table.Thead>
            <Table.Tr>
              {['Page', 'From', 'Seen', 'Played again', 'Left out', 'Stopped there'].map((name) => (
                <Table.Th key={name} scope="col">
                  {name}
                </Table.Th>
              ))}
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {pages.map(({ page, seen, again, skipped, stopped }) => (
              <Table.Tr key={page.id}>
                <Table.Th scope="row">{page.name}</Table.Th>
                <Table.Td className="ob-time">{page.ranges[0] ? timeText(page.ranges[0].start) : ''}</Table.Td>
                {[seen, again, skipped, stopped].map((count, i) => (
                  <Table.Td key={i}>{count}</Table.Td>
                ))}
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Table.ScrollContainer>
    </section>
  );
}
