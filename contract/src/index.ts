export * from './archive';
export * from './cautions';
export * from './fleet';
export * from './problem';
export * from './record';
export * from './unit';
export * from './visit';
export * from './watch';
