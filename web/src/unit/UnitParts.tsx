import { partName, partPlaces, partRepeats, partText, type Unit } from '@vaktman/core';
import { useState } from 'react';
import { useEnterPartMutation, useUnitPartsQuery } from '../api/api';
import { problemText } from '../api/failure';
import { dayText } from '../control/dates';
import { QuietKey } from '../control/Key';
import { Scroll, Table } from '../control/tableStyle';
import { useMay } from '../session/useMay';
import { repeatWords } from './partWords';
import { PartForm } from './PartForm';

/** The alternators and the starter of a unit as things: which, since when, and why the ones before left. */
export const UnitParts = ({ unit }: { readonly unit: Unit }) => {
  const { data, isError } = useUnitPartsQuery(unit.id);
  const stays = data ?? [];
  const [entering, setEntering] = useState(false);
  const enters = useMay('technician');
  const [failure, setFailure] = useState<string | undefined>(undefined);
  const [enterPart] = useEnterPartMutation();
  const places = partPlaces(unit);
  const repeats = partRepeats(stays, new Date(), 1);
  return (
    <Scroll style={{ marginTop: '1.4rem' }}>
      <Table>
        <caption>Alternators and starter</caption>
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Plate</th>
            <th scope="col">Put in</th>
            <th scope="col">Left</th>
            <th scope="col">Why it left</th>
          </tr>
        </thead>
        <tbody>
          {places.flatMap((place) => {
            const own = stays.filter((stay) => stay.place === place);
            const rated = unit.alternators?.find(({ id }) => id === place)?.ratedAmps;
            return own.length === 0
              ? [
                  <tr key={place}>
                    <td>
                      <strong>{partName(place)}</strong>
                    </td>
                    <td>{rated === undefined ? 'plate not on record' : `${rated} A`}</td>
                    <td colSpan={3}>
                      {/* What has not come, or does not, says nothing of what is on record. */}
                      {data === undefined
                        ? isError
                          ? 'what was put in could not be loaded'
                          : '…'
                        : 'as delivered, as far as is on record'}
                    </td>
                  </tr>,
                ]
              : own.map(({ partId, part, from, to, leftBecause }) => (
                  <tr key={partId}>
                    <td>{to === null ? <strong>{partName(place)}</strong> : `${partName(place)}, was`}</td>
                    <td>{partText(part)}</td>
                    <td>{from === null ? '–' : dayText(from)}</td>
                    <td>{to === null ? 'in it' : dayText(to)}</td>
                    <td className="words">{leftBecause ?? ''}</td>
                  </tr>
                ));
          })}
        </tbody>
      </Table>
      {repeats.map((repeat) => (
        <p key={repeat.place}>{repeatWords(repeat)}</p>
      ))}
      {entering ? (
        <PartForm
          places={places}
          isNow={false}
          failure={failure}
          close={() => {
            setEntering(false);
            setFailure(undefined);
          }}
          save={async (draft) => {
            const answer = await enterPart({ unitId: unit.id, draft });
            setFailure(answer.error === undefined ? undefined : problemText(answer.error));
            if (answer.error === undefined) setEntering(false);
          }}
        />
      ) : enters ? (
        <QuietKey onPress={() => setEntering(true)}>Enter one that was put in before</QuietKey>
      ) : null}
    </Scroll>
  );
};
