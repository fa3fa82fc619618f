import { Box, Button, Field, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { useSetUp } from './api';

/** The first start of an empty installation: the first lead's account, then the first machine. */
export function SetUp() {
  const setUp = useSetUp();
  const [v, setV] = useState({ code: '', name: '', login: '', password: '' });
  const field = (label: string, name: keyof typeof v, help: string, type = 'text') => (
    <Field.Root required>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input
        type={type}
        autoComplete={type === 'password' ? 'new-password' : 'off'}
        value={v[name]}
        onChange={(e) => setV({ ...v, [name]: e.target.value })}
        autoFocus={name === 'code'}
      />
      <Field.HelperText color="quiet">{help}</Field.HelperText>
    </Field.Root>
  );
  const submit = (e: FormEvent) => {
    e.preventDefault();
    setUp.mutate({ ...v, code: v.code.trim(), login: v.login.trim() });
  };
  return (
    <Box as="main" flex="1" display="grid" placeItems="center" p="4">
      <Box bg="panel" borderWidth="1px" borderColor="line" borderRadius="lg" p="6" width="min(28rem, 100%)">
        <Heading as="h1" size="2xl" mb="1">
          A new workshop
        </Heading>
        <Text mb="4">
          Nobody has an account here yet. Make the lead's; further people are added later under Accounts.
        </Text>
        <form onSubmit={submit}>
          <Stack gap="3">
            {field('Set-up code', 'code', 'printed by ./zephyr start')}
            {field('Name', 'name', 'as others see it')}
            {field('Login', 'login', 'small letters, digits, dots or dashes')}
            {field('Password', 'password', '12 characters or more; a few words are good', 'password')}
            {setUp.isError && (
              <Text role="alert" color="stop" fontWeight="600">
                {setUp.error.message}
              </Text>
            )}
            <Button type="submit" loading={setUp.isPending}>
              Open the workshop
            </Button>
          </Stack>
        </form>
      </Box>
    </Box>
  );
}
