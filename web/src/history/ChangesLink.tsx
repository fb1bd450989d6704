import { Link } from 'react-router';

/** The way to what was changed of one unit or thing, named as the address does it: `unitId=P-07`. */
export const ChangesLink = ({ of, words }: { of: string; words: string }) => (
  <Link to={`/changes?${of}`} style={{ display: 'inline-flex', alignItems: 'center', minHeight: 48, fontWeight: 620 }}>
    {words}
  </Link>
);
