export { SortingList } from './SortingList.tsx';
export { Grip, SortingHeading, useSortingLine } from './sortingLine.tsx';
