export { Giving } from './Giving.tsx';
export { Receipts } from './Receipts.tsx';
