import { Global, Module } from '@nestjs/common';
import { CONFIG, type Config } from '../config/index.ts';
import { FileClaims } from './fileClaims.ts';
import { FolderStorage } from './folderStorage.ts';
import { STORAGE } from './storage.ts';

@Global()
@Module({
  providers: [
    FileClaims,
    { provide: STORAGE, inject: [CONFIG], useFactory: (config: Config) => new FolderStorage(config.storage) },
  ],
  exports: [STORAGE, FileClaims],
})
export class StorageModule {}
