export { SearchSelect } from './SearchSelect.tsx';
