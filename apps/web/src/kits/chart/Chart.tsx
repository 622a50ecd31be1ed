import { Table, Text, Title } from '@mantine/core';
import { later } from '../../shared/ui/index.ts';
import { Suspense, useId } from 'react';
import type { Bar } from './bar.ts';
import classes from './Chart.module.css';

/** Charts are large: they come after the words and the table that tell the same. */
const Bars = later(async () => (await import('./Bars.tsx')).Bars);

interface Props {
  readonly title: string;
  readonly bars: readonly Bar[];
  readonly sentence: string;
  /** What is counted. */
  readonly label?: string;
  /** Its table is told elsewhere, with more. */
  readonly isAlone?: boolean;
}

/** A chart with its sentence and its table: whoever does not see the one reads the others. */
export function Chart({ title, bars, sentence, label = 'Learners', isAlone = false }: Props) {
  const id = useId();
  return (
    <figure className={classes.chart} aria-labelledby={id}>
      <Title order={isAlone ? 3 : 2} id={id} mb={4}>
        {title}
      </Title>
      <Text mb="xs">{sentence}</Text>
      {bars.length > 0 && (
        <>
          <div aria-hidden className={classes.bars}>
            <Suspense>
              <Bars bars={bars} />
            </Suspense>
          </div>
          {!isAlone && (
            <Table>
              <Table.Thead className="ob-hidden">
                <Table.Tr>
                  <Table.Th scope="col">{title}</Table.Th>
                  <Table.Th scope="col">{label}</Table.Th>
                </Table.Tr>
              </Table.Thead>
              <Table.Tbody>
                {bars.map(({ name, count, more }) => (
                  <Table.Tr key={name}>
                    <Table.Th scope="row">{name}</Table.Th>
                    <Table.Td>{`${count}${more === '' ? '' : `, ${more}`}`}</Table.Td>
                  </Table.Tr>
                ))}
              </Table.Tbody>
            </Table>
          )}
        </>
      )}
    </figure>
  );
}
