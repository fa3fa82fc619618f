import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import type { StationProps } from '../shared/props';
import { Press } from '../../../../parts/Hand';

/** What the layout on the table wants beside its modules: each with its price, on the slip and in the sum. */
export function PlanParts({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const [what, setWhat] = useState('');
  const [pieces, setPieces] = useState('1');
  const [price, setPrice] = useState('');
  const { parts } = job;
  const open = job.partsWanted.filter((w) => !parts.some((p) => p.what === w.what));
  if (readOnly && parts.length === 0) return null;
  const money = /^\d{1,6}([.,]\d{1,2})?$/.test(price.trim());
  const submit = (e: FormEvent) => {
    e.preventDefault();
    const [whole, part = ''] = price.trim().replace(',', '.').split('.');
    void change({
      type: 'WantPart',
      what: what.trim(),
      pieces: Number(pieces) || 1,
      price: `${whole}.${part.padEnd(2, '0')}`,
    }).then((kept) => kept && (setWhat(''), setPieces('1'), setPrice('')));
  };
  return (
    <Box asChild>
      <details open={parts.length > 0 || open.some((w) => w.what === what)}>
        <Box as="summary" cursor="pointer" width="fit-content">
          <Text as="span" fontWeight="700">
            Parts beside the modules
          </Text>
          <Text as="span" color="quiet">
            {parts.length > 0
              ? `: ${parts.length}`
              : open.length > 0
                ? `: ${open.map((w) => w.what.toLowerCase()).join(', ')}?`
                : ': none'}
          </Text>
        </Box>
        <Box as="ul" listStyleType="none" mt="1">
          {parts.map((p) => (
            <Flex as="li" key={p.what} gap="3" align="center">
              <Text flex="1">
                {p.pieces} × {p.what}, {p.price} each
              </Text>
              {!readOnly && (
                <Button
                  size="xs"
                  variant="outline"
                  color="ink"
                  aria-label={`Take ${p.what} off the list`}
                  onClick={() => void change({ type: 'WantPart', what: p.what, pieces: 0, price: '0.00' })}
                >
                  Take it off
                </Button>
              )}
            </Flex>
          ))}
        </Box>
        {!readOnly && (
          <form onSubmit={submit}>
            <Flex gap="2" align="end" wrap="wrap" mt="1">
              {open.map((w) => (
                <Button
                  key={w.what}
                  size="sm"
                  variant="outline"
                  color="ink"
                  onClick={() => (setWhat(w.what), setPieces(String(w.pieces)))}
                >
                  {w.pieces} × {w.what}
                </Button>
              ))}
              <label>
                <Text fontSize="sm">Part</Text>
                <Input
                  size="sm"
                  width="16rem"
                  maxLength={100}
                  value={what}
                  onChange={(e) => setWhat(e.target.value)}
                />
              </label>
              <label>
                <Text fontSize="sm">Pieces</Text>
                <Input
                  size="sm"
                  width="4.5rem"
                  inputMode="numeric"
                  value={pieces}
                  onChange={(e) => setPieces(e.target.value.replace(/\D/g, '').slice(0, 3))}
                />
              </label>
              <label>
                <Text fontSize="sm">Price of one</Text>
                <Input
                  size="sm"
                  width="7rem"
                  inputMode="decimal"
                  value={price}
                  onChange={(e) => setPrice(e.target.value)}
                />
              </label>
              <Press
                size="sm"
                type="submit"
                lacks={
                  !what.trim() ? 'Say first what it is.' : !money && 'Type its price first, as in 12.50.'
                }
              >
                Add the part
              </Press>
            </Flex>
          </form>
        )}
      </details>
    </Box>
  );
}
