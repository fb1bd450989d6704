import { NavLink } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery } from '../api/api';
import { personChosen } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
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
`;
const Name = styled.h1`
  display: flex;
  align-items: center;
  padding: 0 1.6rem 0 1.5rem;
  font-size: 1.5rem;
  font-stretch: 118%;
  font-weight: 760;
  border-right: 1px solid var(--rule);
  ${PHONE} {
    padding: 0 0.9rem;
    font-size: 1.2rem;
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
  overflow-x: auto;
  min-width: 0;
  a {
    white-space: nowrap;
  }
  ${PHONE} {
    a {
      padding: 0 0.7rem;
      font-size: 1.05rem;
    }
  }
`;
const Person = styled.label`
  display: flex;
  flex-direction: column;
  justify-content: center;
  margin-left: auto;
  padding: 0 1rem;
  border-left: 1px solid var(--rule);
  span {
    font-size: 0.82rem;
    color: var(--ink-2);
  }
  select {
    font: inherit;
    font-weight: 680;
    font-size: 1.1rem;
    color: inherit;
    background: transparent;
    border: 0;
    padding: 0;
    max-width: 11rem;
  }
  ${PHONE} {
    padding: 0 0.5rem;
    span {
      display: none;
    }
    select {
      max-width: 7rem;
    }
  }
`;

/** The bar of the desk views: where one is, and who is working at this device. */
export const MainBar = () => {
  const dispatch = useAppDispatch();
  const person = useAppSelector((state) => state.settings.person);
  const { data: fleet } = useFleetQuery();
  return (
    <Bar>
      <Name>Vaktman</Name>
      <Nav aria-label="Views">
        <NavLink to="/" end>
          Watch
        </NavLink>
        <NavLink to="/units" end>
          Units
        </NavLink>
        <NavLink to="/batteries">Batteries</NavLink>
        <NavLink to="/practice">Practice</NavLink>
        <NavLink to="/method">Method</NavLink>
        <NavLink to="/people">People</NavLink>
        <NavLink to="/import">Take in</NavLink>
      </Nav>
      <Person>
        <span>Working here</span>
        <select
          aria-label="Working here"
          value={person}
          onChange={(event) => dispatch(personChosen(event.target.value))}
        >
          <option value="">choose a name</option>
          {(fleet?.people ?? []).map(({ personId, name }) => (
            <option key={personId} value={name}>
              {name}
            </option>
          ))}
        </select>
      </Person>
      <DeviceKeys />
    </Bar>
  );
};
