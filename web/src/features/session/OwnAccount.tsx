import { Box, Field, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api } from '../../api/client';
import { Press } from '../../parts/Hand';
import { EVERYWHERE, Keys } from '../../parts/keys';
import type { Account } from './api';

const EMPTY = { old: '', password: '', again: '' };

/** What one changes of one's own account. */
export function OwnAccount({ account }: { account: Account }) {
  const [v, setV] = useState(EMPTY);
  const change = useMutation({
    mutationFn: (body: { old: string; password: string }) => api.post<void>('/api/session/password', body),
    onSuccess: () => setV(EMPTY),
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    change.mutate({ old: v.old, password: v.password });
  };
  const field = (label: string, name: keyof typeof v, complete: string) => (
    <Field.Root required>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input
        type="password"
        autoComplete={complete}
        value={v[name]}
        onChange={(e) => {
          change.reset();
          setV({ ...v, [name]: e.target.value });
        }}
      />
    </Field.Root>
  );
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="30rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl">
        {account.name}
      </Heading>
      <Text mb="4" color="quiet">
        <Text as="span" fontFamily="mono">
          {account.login}
        </Text>
        , {account.role.toLowerCase()}; name and role are changed by a lead
      </Text>
      <form onSubmit={submit} aria-label="Change the password">
        <Stack gap="3">
          {field('Present password', 'old', 'current-password')}
          {field('New password, 12 characters or more', 'password', 'new-password')}
          {field('New password once more', 'again', 'new-password')}
          {change.isError && (
            <Text role="alert" color="stop" fontWeight="600">
              {change.error.message}
            </Text>
          )}
          {change.isSuccess && (
            <Text role="status" fontWeight="600">
              The password is changed. Wherever else you were signed in, you are signed out.
            </Text>
          )}
          <Press
            type="submit"
            loading={change.isPending}
            lacks={
              !v.old
                ? 'Type the present password first.'
                : v.password.length < 12
                  ? 'A password has 12 characters at least.'
                  : v.again !== v.password && 'The new password is not the same both times.'
            }
          >
            Change the password
          </Press>
        </Stack>
      </form>
    </Box>
  );
}
