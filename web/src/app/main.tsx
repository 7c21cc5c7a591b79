import { QueryClient } from '@tanstack/react-query'
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { ApiError } from './api.js'
import { App } from './App.js'
import './index.css'
import { KEPT_MS, keptCache } from './keptCache.js'

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      gcTime: KEPT_MS,
      // a server on this machine or the next answers without the internet: whether it does is seen by asking
      networkMode: 'always',
      retry: (count, error) =>
        !(error instanceof ApiError && error.problem.status >= 400 && error.problem.status < 500) &&
        count < 2,
    },
    mutations: { networkMode: 'always' },
  },
})

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <PersistQueryClientProvider client={client} persistOptions={keptCache}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </PersistQueryClientProvider>
  </StrictMode>,
)
