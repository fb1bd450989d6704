/** Widths at which a sheet changes shape. */
export const PHONE = '@media (max-width: 720px)';
export const NARROW = '@media (max-width: 1100px)';
/** A finger or glove instead of a mouse. */
export const FIELD = '@media (pointer: coarse), (max-width: 720px)';
