import { LIST_OPERATIONS } from './listOperations';
import { MACHINE_OPERATIONS } from './machineOperations';
import type { Operation } from './operation';
import { SHOP_OPERATIONS } from './shopOperations';
import { SIGN_IN_OPERATIONS } from './signInOperations';

/** Everything this server answers, in the order it is read about. A test holds it to the routes there are. */
export const OPERATIONS: readonly Operation[] = [
  ...MACHINE_OPERATIONS,
  ...LIST_OPERATIONS,
  ...SHOP_OPERATIONS,
  ...SIGN_IN_OPERATIONS,
];
