export * from './columns.ts';
export * from './dataSource.ts';
export * from './database.module.ts';
export * from './actDataSource.ts';
export * from './gathered.ts';
export * from './bulk.ts';
export * from './upToDate.ts';
export { groupedBy } from './grouping.ts';
