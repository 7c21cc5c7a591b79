import { lazy, Suspense, type ReactNode } from 'react'
import { Navigate, Route, Routes, useLocation } from 'react-router'
import { HomePage } from '../features/home/HomePage.js'
import { SignInPage } from '../features/sign-in/SignInPage.js'
import { Frame } from '../ui/Frame.js'
import { ApiError } from './api.js'
import { useMe } from './session.js'
import { WorkshopContext } from './workshop.js'
import { Commands } from './Commands.js'
import { BenchLine } from '../bench/BenchLine.js'
import { Undone } from '../ui/Undone.js'
import { lazyPage } from './lazyPage.js'
import { NewVersion } from './NewVersion.js'
import { PageBoundary } from './PageBoundary.js'
import { sessionEnded, useWatched } from './reach.js'

const JoinPage = lazyPage(() => import('../features/sign-in/JoinPage.js'))
const ResetPage = lazyPage(() => import('../features/sign-in/ResetPage.js'))
const SignInAgain = lazy(() => import('./SignInAgain.js'))
const WorkshopPage = lazyPage(() => import('../features/workshop/WorkshopPage.js'))
const FinishedPage = lazyPage(() => import('../features/ledger/FinishedPage.js'))
const SizesPage = lazyPage(() => import('../features/sizes/SizesPage.js'))
const DrawerPage = lazyPage(() => import('../features/drawer/DrawerPage.js'))
const RackPage = lazyPage(() => import('../features/rack/RackPage.js'))
const BuyPage = lazyPage(() => import('../features/rack/BuyPage.js'))
const LearnedPage = lazyPage(() => import('../features/learned/LearnedPage.js'))
const CutTogetherPage = lazyPage(() => import('../features/rack/CutTogetherPage.js'))
const WeavePage = lazyPage(() => import('../features/weave/WeavePage.js'))
const MethodPage = lazyPage(() => import('../features/hold/MethodPage.js'))
const MeasurePage = lazyPage(() => import('../features/measure/MeasurePage.js'))
const ChoosePage = lazyPage(() => import('../features/choose/ChoosePage.js'))
const PlanPage = lazyPage(() => import('../features/plan/PlanPage.js'))
const CutPage = lazyPage(() => import('../features/cut/CutPage.js'))
const WrapPage = lazyPage(() => import('../features/wrap/WrapPage.js'))
const ProofPage = lazyPage(() => import('../features/proof/ProofPage.js'))
const PaperPage = lazyPage(() => import('../features/paper/PaperPage.js'))
const LedgerPage = lazyPage(() => import('../features/ledger/LedgerPage.js'))

/** Routes along the road of a piece. Without a session only sign-in is shown. */
export function App() {
  const me = useMe()
  const { pathname } = useLocation()
  const ended = useWatched(sessionEnded)
  if (pathname.startsWith('/join/') || pathname.startsWith('/reset/'))
    return (
      <Page>
        <Routes>
          <Route path="/join/:token" element={<JoinPage />} />
          <Route path="/reset/:token" element={<ResetPage />} />
        </Routes>
      </Page>
    )
  // who was signed in stays so while the server is away; a session that ended is begun again over the page
  if (!me.data) {
    if (me.isPending) return <Moment />
    if (me.error instanceof ApiError && me.error.problem.status === 401) return <SignInPage />
    return (
      <Frame>
        <p className="py-10 text-lg" role="alert">
          {me.error?.message}{' '}
          <button type="button" className="btn ml-4" onClick={() => void me.refetch()}>
            Try again
          </button>
        </p>
      </Frame>
    )
  }
  return (
    <WorkshopContext value={me.data.workshop.settings}>
      <Commands>
        <Undone />
        <BenchLine me={me.data} />
        <NewVersion />
        {ended && (
          <Suspense fallback={null}>
            <SignInAgain me={me.data} />
          </Suspense>
        )}
        <Page>
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
            <Route path="/pieces/:pieceId/paper/:sheet?" element={<PaperPage me={me.data} />} />
            <Route path="/workshop" element={<WorkshopPage me={me.data} />} />
            <Route path="/weaves" element={<WeavePage me={me.data} />} />
            <Route path="/sizes" element={<SizesPage me={me.data} />} />
            <Route path="/rack" element={<RackPage me={me.data} />} />
            <Route path="/rack/buy" element={<BuyPage me={me.data} />} />
            <Route path="/learned" element={<LearnedPage me={me.data} />} />
            <Route path="/rack/cut" element={<CutTogetherPage me={me.data} />} />
            <Route path="/drawer" element={<DrawerPage me={me.data} />} />
            <Route path="/method" element={<MethodPage me={me.data} />} />
            <Route path="/ledger" element={<FinishedPage />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Page>
      </Commands>
    </WorkshopContext>
  )
}

const Page = ({ children }: { children: ReactNode }) => (
  <PageBoundary>
    <Suspense fallback={<Moment />}>{children}</Suspense>
  </PageBoundary>
)

function Moment() {
  return (
    <Frame>
      <p className="py-16 text-lg text-soft" role="status">
        One moment …
      </p>
    </Frame>
  )
}
