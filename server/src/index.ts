export { createApp } from './app';
export { importArchive } from './archive/importArchive';
export { migrate } from './database/migrate';
export { openPool, withTransaction, type Pool } from './database/pool';
