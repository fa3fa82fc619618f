import { Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { SelectField } from '../../../../parts/Labelled';
import type { Picture } from '../../../../pictures/memoryModel';

/** Fewer are placed by hand as quickly. */
const FROM = 3;

/** A server is the same module many times over: one entry for all positions like one that is known. */
export function LikeThis({
  picture,
  verb,
  onSame,
}: {
  picture: Picture;
  verb: string;
  onSame: (position: string) => void;
}) {
  const [chosen, setChosen] = useState('');
  const models = picture.lanes
    .flatMap((l) => l.blocks)
    .filter((b) => b.key && !b.soldered && !b.absent && b.like >= FROM);
  if (models.length === 0) return null;
  const model = models.find((b) => b.position === chosen) ?? models[0];
  return (
    <Flex gap="3" align="end" wrap="wrap" role="group" aria-label="Like this one">
      <SelectField
        label="Like this one"
        value={model.position}
        options={models.map((b) => [b.position, `${b.label}: ${b.text}`])}
        onChange={setChosen}
      />
      <Button variant="outline" color="ink" onClick={() => onSame(model.position)}>
        {verb} in {model.like} like positions
      </Button>
    </Flex>
  );
}
