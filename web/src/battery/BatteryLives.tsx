import type { BatteryLife } from '@vaktman/contract';
import { CHEMISTRY_WORDS, figure, isChemistry } from '@vaktman/core';
import { Words } from '../control/Words';
import { Scroll, Table } from '../control/tableStyle';

const BY: Readonly<Record<BatteryLife['by'], string>> = {
  make: 'Make',
  chemistry: 'Chemistry',
  duty: 'Duty',
  yard: 'Yard',
};

/** How long batteries live in this fleet, by make, chemistry, duty and yard: from those that are gone. */
export const BatteryLives = ({ lives }: { lives: readonly BatteryLife[] }) => (
  <aside>
    <Scroll>
      <Table>
        <caption>How long they live</caption>
        <thead>
          <tr>
            <th scope="col" />
            <th scope="col" className="number">
              In use
            </th>
            <th scope="col" className="number">
              Gone
            </th>
            <th scope="col" className="number">
              Years
            </th>
            <th scope="col" className="number">
              In warranty
            </th>
          </tr>
        </thead>
        <tbody>
          {lives.map(({ by, name, inUse, gone, years, inWarranty }, index) => (
            <tr key={`${by} ${name}`}>
              <th scope="row" className="name">
                {lives[index - 1]?.by === by ? null : <small>{BY[by]}: </small>}
                {by === 'chemistry' && isChemistry(name) ? CHEMISTRY_WORDS[name] : name}
              </th>
              <td className="number">{inUse}</td>
              <td className="number">{gone}</td>
              <td className="number">
                <Words>{years === null ? '–' : figure(years, 1)}</Words>
              </td>
              <td className="number">{inWarranty}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Scroll>
    <p>Years: mean age at which those that failed went. Gone within warranty: ask the maker.</p>
  </aside>
);
