import { Box, Button, Field, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { useSignIn, useSignInHints } from './api';

export function SignIn() {
  const { pathname } = useLocation();
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const signIn = useSignIn();
  const hints = useSignInHints();
  const submit = (e: FormEvent) => {
    e.preventDefault();
    signIn.mutate({ login: login.trim(), password });
  };
  return (
    <Box as="main" flex="1" display="grid" placeItems="center" p="4">
      <Stack gap="5" width="full" maxW="26rem">
        <Hills />
        <Heading as="h1" size="2xl">
          Sign in
        </Heading>
        <form onSubmit={submit}>
          <Stack gap="3">
            <Field.Root required>
              <Field.Label fontWeight="600">Login</Field.Label>
              <Input
                name="login"
                autoComplete="username"
                value={login}
                onChange={(e) => setLogin(e.target.value)}
                autoFocus
              />
            </Field.Root>
            <Field.Root required>
              <Field.Label fontWeight="600">Password</Field.Label>
              <Input
                name="password"
                type="password"
                autoComplete="current-password"
                value={password}
                onChange={(e) => setPassword(e.target.value)}
              />
            </Field.Root>
            {signIn.isError && (
              <Text role="alert" color="stop" fontWeight="600">
                {signIn.error.message}
              </Text>
            )}
            <Button type="submit" loading={signIn.isPending}>
              Sign in
            </Button>
          </Stack>
        </form>
        {hints.data && hints.data.accounts.length > 0 && (
          <Box as="section" aria-label="Demo accounts" borderTopWidth="1px" borderColor="line" pt="3">
            <Text fontWeight="600">Demo accounts: tap one to fill it in</Text>
            <Stack as="ul" gap="1" mt="2" listStyleType="none">
              {hints.data.accounts.map((a) => (
                <li key={a.login}>
                  <Button
                    variant="outline"
                    size="sm"
                    width="full"
                    justifyContent="space-between"
                    color="ink"
                    onClick={() => {
                      setLogin(a.login);
                      setPassword(a.password);
                    }}
                  >
                    <span>
                      {a.name} ({a.role.toLowerCase()})
                    </span>
                    <Text as="span" fontFamily="mono" fontWeight="400">
                      {a.login} / {a.password}
                    </Text>
                  </Button>
                </li>
              ))}
            </Stack>
            <Text mt="2">
              No machine at hand?{' '}
              <Link to="/practice" style={{ textDecoration: 'underline' }}>
                Sign in to the practice range
              </Link>
              {pathname === '/practice' && ': it comes first.'}
            </Text>
          </Box>
        )}
      </Stack>
    </Box>
  );
}

function Hills() {
  return (
    <Box color="accent" aria-hidden="true">
      <svg viewBox="0 0 416 90" width="100%">
        <path d="M0 88 70 40l40 26 66-56 60 52 44-24 60 38 76-20v32z" fill="currentColor" opacity=".25" />
        <path d="M0 88 90 58l52 18 70-40 74 40 50-16 80 28z" fill="currentColor" opacity=".6" />
      </svg>
    </Box>
  );
}
