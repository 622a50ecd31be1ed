export { SortingList } from './SortingList.tsx';
export { Grip, useSortingLine } from './sortingLine.tsx';
