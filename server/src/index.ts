export { createApp } from './app';
export { importArchive } from './archive/importArchive';
export { ChangeHub } from './change/changeHub';
export { migrate } from './database/migrate';
export { openPool, UNHURRIED, withTransaction, type Pool } from './database/pool';
export { workOffOutlooks } from './outlook/outlookQueue';
export { rebuild } from './outlook/rebuild';
export { PdfThread } from './record/pdfThread';
