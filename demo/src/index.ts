export { demoArchive } from './archive';
