export * from './storage.ts';
export * from './folderStorage.ts';
export * from './memoryStorage.ts';
export * from './sendFile.ts';
export * from './fileClaims.ts';
export * from './storage.module.ts';
