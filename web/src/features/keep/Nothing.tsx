import { Box, Button, Heading, Stack, Text } from '@chakra-ui/react';
import { Component, type ReactNode } from 'react';
import { Link as RouterLink, useLocation } from 'react-router';
import { EVERYWHERE, Keys } from '../../parts/keys';

/** An address that there is not. */
export function Nothing() {
  const { pathname } = useLocation();
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="44rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl" mb="2">
        No page has this address
      </Heading>
      <Text mb="1" overflowWrap="anywhere" fontFamily="mono">
        {pathname}
      </Text>
      <Text mb="4">
        It may be cut off, or what was there is gone. Find (the key /) looks for jobs, modules and machines.
      </Text>
      <Button asChild>
        <RouterLink to="/jobs">To the bench</RouterLink>
      </Button>
    </Box>
  );
}

/** A page that broke says so, and leaves the rest standing; what was typed into fields of a job waits in the browser. */
export class Broken extends Component<{ children: ReactNode }, { why?: Error }> {
  state: { why?: Error } = {};

  static getDerivedStateFromError(why: Error) {
    return { why };
  }

  render() {
    if (!this.state.why) return this.props.children;
    return (
      <Box as="main" p={{ base: '3', md: '5' }} maxW="44rem" mx="auto" width="full" role="alert">
        <Heading as="h1" size="2xl" mb="2">
          This page broke
        </Heading>
        <Text mb="1">
          Nothing that was sent is lost. Load it again; if it breaks again, tell who keeps the server:
        </Text>
        <Text mb="4" fontFamily="mono" overflowWrap="anywhere">
          {this.state.why.message}
        </Text>
        <Stack direction="row">
          <Button onClick={() => window.location.reload()}>Load it again</Button>
          <Button variant="outline" color="ink" onClick={() => window.location.assign('/jobs')}>
            To the bench
          </Button>
        </Stack>
      </Box>
    );
  }
}
