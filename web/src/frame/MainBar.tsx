import { Menu as MenuIcon } from 'lucide-react';
import { NavLink, useLocation } from 'react-router';
import styled from 'styled-components';
import { useMay } from '../session/useMay';
import { NARROW, PHONE } from '../theme/screen';
import { DeviceKeys } from './DeviceKeys';

const Bar = styled.header`
  display: flex;
  align-items: stretch;
  min-height: 60px;
  border-bottom: 2px solid var(--ink);
  background: var(--paper);
  position: sticky;
  top: 0;
  z-index: 5;
  @media print {
    display: none;
  }
`;
const Name = styled.h1`
  display: flex;
  align-items: center;
  padding: 0 1.6rem 0 1.5rem;
  font-size: 1.5rem;
  font-stretch: 118%;
  font-weight: 760;
  border-right: 1px solid var(--rule);
  /* A phone has no room for it beside its keys; it is still read out. */
  ${PHONE} {
    position: absolute;
    width: 1px;
    height: 1px;
    padding: 0;
    border: 0;
    overflow: hidden;
    clip-path: inset(50%);
  }
`;
const Nav = styled.nav`
  display: flex;
  a {
    display: flex;
    align-items: center;
    padding: 0 1.15rem;
    font-size: 1.2rem;
    font-weight: 640;
    text-decoration: none;
    border-bottom: 6px solid transparent;
    border-top: 6px solid transparent;
  }
  a.active {
    border-bottom-color: var(--ink);
  }
  a:hover {
    text-decoration: underline;
  }
  /* The bar ends where the screen does: a ring outside would be cut. */
  a:focus-visible {
    outline-offset: -4px;
  }
  min-width: 0;
  a {
    white-space: nowrap;
  }
  ${NARROW} {
    display: none;
  }
`;
/** Where there is no room the views are behind one key, each as wide as the screen. */
const Menu = styled.details`
  display: none;
  ${NARROW} {
    display: block;
  }
  summary {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    height: 100%;
    min-width: 56px;
    padding: 0 0.9rem;
    font-weight: 680;
    font-size: 1.1rem;
    cursor: pointer;
    list-style: none;
  }
  summary::-webkit-details-marker {
    display: none;
  }
  nav {
    position: absolute;
    top: 100%;
    left: 0;
    right: 0;
    display: grid;
    background: var(--paper);
    border-bottom: 3px solid var(--ink);
  }
  a {
    display: flex;
    align-items: center;
    min-height: 56px;
    padding: 0 1.2rem;
    font-size: 1.25rem;
    font-weight: 640;
    text-decoration: none;
    border-top: 1px solid var(--rule);
  }
  a.active {
    background: var(--ink);
    color: var(--paper);
  }
`;

const VIEWS: readonly (readonly [to: string, name: string])[] = [
  ['/', 'Watch'],
  ['/units', 'Units'],
  ['/batteries', 'Batteries'],
  ['/practice', 'Practice'],
  ['/fleet', 'Fleet'],
  ['/import', 'Take in'],
];
/** Views whose address begins those of others. */
const EXACT: ReadonlySet<string> = new Set(['/', '/units']);
/** Pages that have a bar of their own under the fleet's. */
const OF_FLEET: ReadonlySet<string> = new Set(['/people', '/devices', '/instruments', '/method', '/here', '/changes']);

const Links = () => {
  const { pathname } = useLocation();
  const isLead = useMay('lead');
  return VIEWS.filter(([to]) => isLead || to !== '/import').map(([to, name]) => (
    <NavLink
      key={to}
      to={to}
      end={EXACT.has(to)}
      {...(to === '/fleet' && OF_FLEET.has(pathname) ? { className: 'active', 'aria-current': 'true' } : {})}
    >
      {name}
    </NavLink>
  ));
};
const End = styled.div`
  display: flex;
  margin-left: auto;
`;

/** The bar of the desk views: where one is, and who is working at this device. */
export const MainBar = () => (
  <Bar>
    <Name>Vaktman</Name>
    <Nav aria-label="Views">
      <Links />
    </Nav>
    <Menu>
      <summary>
        <MenuIcon size={22} aria-hidden="true" />
        Views
      </summary>
      <nav aria-label="Views">
        <Links />
      </nav>
    </Menu>
    <End>
      <DeviceKeys />
    </End>
  </Bar>
);
