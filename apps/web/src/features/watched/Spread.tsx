import { Table, Text, Title } from '@mantine/core';
import { useId } from 'react';
import { Bar, BarChart, Cell, LabelList, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Api } from '../../shared/api/index.ts';
import { byDay, byShare, daySentence, shareSentence, type Bar as OneBar } from './spread.ts';
import classes from './Watched.module.css';

const HIGH = 200;

/** How watching spreads over days and over the class. */
export function Spread({ watched }: { readonly watched: Api['WatchedDto'] }) {
  const [days, shares] = [byDay(watched), byShare(watched)];
  return (
    <section aria-label="How watching spreads" className={classes.spread}>
      <Chart title="How much" bars={shares} sentence={shareSentence(shares)} />
      <Chart title="On which days" bars={days} sentence={daySentence(days)} />
    </section>
  );
}

/** A chart with its sentence and its table: whoever does not see the one reads the others. */
function Chart({
  title,
  bars,
  sentence,
}: {
  readonly title: string;
  readonly bars: readonly OneBar[];
  readonly sentence: string;
}) {
  const id = useId();
  return (
    <figure className={classes.chart} aria-labelledby={id}>
      <Title order={2} id={id} mb={4}>
        {title}
      </Title>
      <Text mb="xs">{sentence}</Text>
      {bars.length > 0 && (
        <>
          <div aria-hidden>
            <ResponsiveContainer width="100%" height={HIGH}>
              <BarChart data={[...bars]} margin={{ top: 20 }} accessibilityLayer={false}>
                <XAxis dataKey="name" tick={{ fill: 'var(--ob-text)', fontSize: 13 }} interval={0} />
                <YAxis allowDecimals={false} hide />
                <Bar dataKey="count" isAnimationActive={false} maxBarSize={64}>
                  <LabelList dataKey="count" position="top" fill="var(--ob-text)" fontSize={13} />
                  {bars.map(({ name }) => (
                    <Cell key={name} fill="var(--ob-leaf)" />
                  ))}
                </Bar>
              </BarChart>
            </ResponsiveContainer>
          </div>
          <Table>
            <Table.Thead className="ob-hidden">
              <Table.Tr>
                <Table.Th scope="col">{title}</Table.Th>
                <Table.Th scope="col">Learners</Table.Th>
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
        </>
      )}
    </figure>
  );
}
