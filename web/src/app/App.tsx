import { lazy, Suspense } from 'react'
import { Navigate, Route, Routes, useLocation } from 'react-router'
import { HomePage } from '../features/home/HomePage.js'
import { SignInPage } from '../features/sign-in/SignInPage.js'
import { Frame } from '../ui/Frame.js'
import { ApiError } from './api.js'
import { useMe } from './session.js'
import { WorkshopContext } from './workshop.js'
import { Commands } from './Commands.js'
import { Undone } from '../ui/Undone.js'

const JoinPage = lazy(() => import('../features/sign-in/JoinPage.js'))
const WorkshopPage = lazy(() => import('../features/workshop/WorkshopPage.js'))
const FinishedPage = lazy(() => import('../features/ledger/FinishedPage.js'))
const SizesPage = lazy(() => import('../features/sizes/SizesPage.js'))
const DrawerPage = lazy(() => import('../features/drawer/DrawerPage.js'))
const WeavePage = lazy(() => import('../features/weave/WeavePage.js'))
const MethodPage = lazy(() => import('../features/hold/MethodPage.js'))
const MeasurePage = lazy(() => import('../features/measure/MeasurePage.js'))
const ChoosePage = lazy(() => import('../features/choose/ChoosePage.js'))
const PlanPage = lazy(() => import('../features/plan/PlanPage.js'))
const CutPage = lazy(() => import('../features/cut/CutPage.js'))
const WrapPage = lazy(() => import('../features/wrap/WrapPage.js'))
const ProofPage = lazy(() => import('../features/proof/ProofPage.js'))
const LedgerPage = lazy(() => import('../features/ledger/LedgerPage.js'))

/** Routes along the road of a piece. Without a session only sign-in is shown. */
export function App() {
  const me = useMe()
  const { pathname } = useLocation()
  if (pathname.startsWith('/join/'))
    return (
      <Suspense fallback={<Moment />}>
        <Routes>
          <Route path="/join/:token" element={<JoinPage />} />
        </Routes>
      </Suspense>
    )
  if (me.isPending) return <Moment />
  if (me.isError) {
    if (me.error instanceof ApiError && me.error.problem.status === 401) return <SignInPage />
    return (
      <Frame>
        <p className="py-10 text-lg" role="alert">
          {me.error.message}{' '}
          <button type="button" className="btn ml-4" onClick={() => void me.refetch()}>
            Try again
          </button>
        </p>
      </Frame>
    )
  }
  return (
    <WorkshopContext value={me.data.workshop.settings}>
      <Commands />
      <Undone />
      <Suspense fallback={<Moment />}>
        <Routes>
          <Route index element={<HomePage me={me.data} />} />
          <Route path="/stones/new" element={<MeasurePage me={me.data} />} />
          <Route path="/stones/:stoneId" element={<MeasurePage me={me.data} />} />
          <Route path="/pieces/:pieceId/measure" element={<MeasurePage me={me.data} />} />
          <Route path="/pieces/:pieceId/choose" element={<ChoosePage />} />
          <Route path="/pieces/:pieceId/plan" element={<PlanPage />} />
          <Route path="/pieces/:pieceId/cut" element={<CutPage me={me.data} />} />
          <Route path="/pieces/:pieceId/wrap" element={<WrapPage me={me.data} />} />
          <Route path="/pieces/:pieceId/proof" element={<ProofPage me={me.data} />} />
          <Route path="/pieces/:pieceId/ledger" element={<LedgerPage me={me.data} />} />
          <Route path="/workshop" element={<WorkshopPage me={me.data} />} />
          <Route path="/weaves" element={<WeavePage me={me.data} />} />
          <Route path="/sizes" element={<SizesPage me={me.data} />} />
          <Route path="/drawer" element={<DrawerPage me={me.data} />} />
          <Route path="/method" element={<MethodPage me={me.data} />} />
          <Route path="/ledger" element={<FinishedPage />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Suspense>
    </WorkshopContext>
  )
}

function Moment() {
  return (
    <Frame>
      <p className="py-16 text-lg text-soft" role="status">
        One moment …
      </p>
    </Frame>
  )
}
