import { NavLink, Outlet } from 'react-router';
import styled from 'styled-components';
import { useMay } from '../session/useMay';

const Bar = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.4rem;
  padding: 0 0.9rem;
  border-bottom: 1px solid var(--rule);
  a {
    display: inline-flex;
    align-items: center;
    min-height: 48px;
    padding: 0 0.6rem;
    font-weight: 620;
    text-decoration: none;
    border-bottom: 4px solid transparent;
  }
  a.active {
    border-bottom-color: var(--ink);
  }
  a:hover {
    text-decoration: underline;
  }
  /* Under the bar of the views: a ring outside would be cut. */
  a:focus-visible {
    outline-offset: -4px;
  }
  @media print {
    display: none;
  }
`;

/** The pages of the shop itself, beside one another: what it is, who works in it, with what, by which method. */
export const ShopPages = () => {
  const isLead = useMay('lead');
  return (
    <>
      <Bar aria-label="The shop">
        <NavLink to="/fleet">Fleet and yards</NavLink>
        <NavLink to="/people">People</NavLink>
        {isLead ? <NavLink to="/devices">Devices and programs</NavLink> : null}
        <NavLink to="/instruments">Instruments</NavLink>
        <NavLink to="/method">Method</NavLink>
        <NavLink to="/here">This device</NavLink>
        <NavLink to="/changes">Changes</NavLink>
      </Bar>
      <Outlet />
    </>
  );
};
