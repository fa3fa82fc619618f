import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, it } from 'vitest';
import { ChooseFile } from './ChooseFile';

it('hands over the same file again when it is chosen again', async () => {
  const chosen: string[][] = [];
  render(
    <ChakraProvider value={defaultSystem}>
      <ChooseFile what="Lists" multiple onChosen={(files) => chosen.push(files.map((f) => f.name))}>
        Choose
      </ChooseFile>
    </ChakraProvider>,
  );
  const field = screen.getByLabelText<HTMLInputElement>('Lists');
  const files = [new File(['a'], 'a.csv'), new File(['b'], 'b.csv')];
  await userEvent.upload(field, files);
  expect(field.value).toBe('');
  await userEvent.upload(field, files);
  expect(chosen).toEqual([
    ['a.csv', 'b.csv'],
    ['a.csv', 'b.csv'],
  ]);
});
