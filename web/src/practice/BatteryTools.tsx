import { batteriesInOrder, BATTERY_TOOLS, type BatteryTool, type Unit, present } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { Key } from '../control/Key';

const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 5rem;
  gap: 0.5rem;
  align-items: end;
  margin-bottom: 0.8rem;
  button {
    grid-column: 1 / -1;
  }
`;

const NAMES: Readonly<Record<BatteryTool, string>> = {
  hydrometer: 'Hydrometer',
  conductance: 'Conductance tester',
  thermometer: 'Thermometer',
};
export const toolName = (tool: BatteryTool): string => NAMES[tool];

/** Holds a tool to one battery; what it shows goes into the notebook. */
export const BatteryTools = ({ unit, use }: { unit: Unit; use: (tool: BatteryTool, position: string) => void }) => {
  const positions = batteriesInOrder(unit.bank).map(({ position }) => position);
  const [tool, setTool] = useState<BatteryTool>('hydrometer');
  const [position, setPosition] = useState(present(positions[0]));
  return (
    <Row role="group" aria-label="Tools">
      <ChoiceField
        label="Tool"
        value={tool}
        onChange={(value) => setTool(BATTERY_TOOLS.find((known) => known === value) ?? 'hydrometer')}
        options={BATTERY_TOOLS.map((known) => [known, NAMES[known]] as const)}
      />
      <ChoiceField
        label="Battery"
        value={position}
        onChange={setPosition}
        options={positions.map((known) => [known, known] as const)}
      />
      <Key onPress={() => use(tool, position)}>Use it</Key>
    </Row>
  );
};
