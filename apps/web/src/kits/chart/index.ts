export { Chart } from './Chart.tsx';
export type { Bar } from './bar.ts';
