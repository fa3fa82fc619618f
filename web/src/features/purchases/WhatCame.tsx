import { Button, Field, Flex, Input, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { useScan } from '../../parts/keys';
import { meant, oneThing, type Pack, usePurchasing } from './api';
import { goesTo } from './Packs';

/** A parcel is unpacked: what is scanned or typed off it says which pack came, and is told whose it is. */
export function WhatCame({ packs }: { packs: Pack[] }) {
  const { step } = usePurchasing();
  const [text, setText] = useState('');
  const [said, setSaid] = useState('');
  const came = (scanned: string) => {
    const found = meant(packs, scanned);
    if (found.length === 0) return false;
    if (!oneThing(found)) {
      setText(scanned);
      setSaid(`${found.length} packs of several kinds have that. Add words of the item.`);
      return true;
    }
    const [pack] = found;
    step.mutate(
      { pack, to: 'HERE' },
      {
        onSuccess: ({ job }) => {
          setText('');
          setSaid(`${pack.wording}: ${goesTo(job)}`);
        },
        onError: (e) => setSaid(e.message),
      },
    );
    return true;
  };
  useScan(came);
  const typed = (e: FormEvent) => {
    e.preventDefault();
    if (!came(text))
      setSaid('Nothing that is on the way has that. Take words of the item, or the number of the order.');
  };
  return (
    <Flex asChild gap="3" wrap="wrap" align="end" mb="5">
      <form onSubmit={typed}>
        <Field.Root width={{ base: '100%', sm: '24rem' }}>
          <Field.Label>What came: scan it, or words of it</Field.Label>
          <Input value={text} maxLength={200} onChange={(e) => setText(e.target.value)} />
        </Field.Root>
        <Button type="submit" variant="outline" color="ink" loading={step.isPending}>
          It came
        </Button>
        <Text role="status" flex="1 1 14rem" alignSelf="center" fontWeight="600" pt={{ sm: '6' }}>
          {said}
        </Text>
      </form>
    </Flex>
  );
}
