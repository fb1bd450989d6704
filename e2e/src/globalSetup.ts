import { makeTemplate } from './vaktman';

export default makeTemplate;
