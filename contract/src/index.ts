export * from './archive';
export * from './fleet';
export * from './problem';
export * from './unit';
export * from './visit';
export * from './watch';
