import { useState } from 'react';
import { Choice } from '../../../../parts/Choice';
import { ofProcessor, type Picture, processors } from '../../../../pictures/memoryModel';

/** Machines with several processors are looked at one processor at a time; others as a whole. */
export function useProcessor(picture: Picture) {
  const all = processors(picture);
  const [chosen, setChosen] = useState(all[0]);
  const choice = all.length > 1 && (
    <Choice label="Processor" value={chosen} options={all.map((p) => [p, p])} onChange={setChosen} />
  );
  return { choice, only: (p: Picture) => (all.length > 1 ? ofProcessor(p, chosen) : p) };
}
