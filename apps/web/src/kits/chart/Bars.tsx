import { Bar, BarChart, Cell, LabelList, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Bar as OneBar } from './bar.ts';

/** Bars with their figures above; they fill what they stand in. */
export const Bars = ({ bars }: { readonly bars: readonly OneBar[] }) => (
  <ResponsiveContainer width="100%" height="100%">
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
);
