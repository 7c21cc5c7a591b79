import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { ApiError } from './api.js'
import { App } from './App.js'
import './index.css'

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
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
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
)
