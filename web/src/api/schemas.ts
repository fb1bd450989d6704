/** What answers are checked by, apart from those of the first view: fetched when the first such answer comes. */
export {
  batteryDetailSchema,
  batteryListSchema,
  batteryLivesSchema,
  instrumentsSchema,
  knownPartsSchema,
  partStaysSchema,
  registerSchema,
  unitDetailSchema,
  visitDetailSchema,
} from '@vaktman/contract';
