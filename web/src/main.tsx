import './theme/fonts.ts';
import './theme/theme.scss';
import { StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { startAutosave, startHistoryKeeping } from './app/autosave.ts';
import { blurAfterPointer } from './app/blur-after-pointer.ts';
import { startFollowing } from './app/follow-tabs.ts';
import { startNoticeReasons } from './app/notice-reasons.ts';
import { startBringingTogether } from './app/open-plan.ts';
import { makeRouter } from './app/router.tsx';
import { startSpeaking } from './app/spoken.ts';
import { makeStore } from './app/store.ts';

const store = makeStore();
startAutosave();
startHistoryKeeping(store);
startBringingTogether(store);
startFollowing(store);
startNoticeReasons(store);
startSpeaking();
blurAfterPointer();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <Suspense fallback={<p className="waiting">Opening</p>}>
        <RouterProvider router={makeRouter()} />
      </Suspense>
    </Provider>
  </StrictMode>,
);
