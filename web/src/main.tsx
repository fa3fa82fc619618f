import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import { ChakraProvider } from '@chakra-ui/react';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { App } from './App';
import { guardDrops } from './parts/drop';
import { system } from './theme/system';

// The server gives every page a nonce of its own; only styles that carry it are allowed.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
const cache = createCache({ key: 'zr', nonce });
const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 5_000 } } });

guardDrops();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <BrowserRouter>
            <App />
          </BrowserRouter>
        </QueryClientProvider>
      </ChakraProvider>
    </CacheProvider>
  </StrictMode>,
);
