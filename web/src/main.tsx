import { setupListeners } from '@reduxjs/toolkit/query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import '@fontsource-variable/literata/index.css';
import '@fontsource-variable/source-sans-3/index.css';
import { App } from './app.js';
import { saveNow } from './store/listener.js';
import { followPresses } from './store/press.js';
import { createStore } from './store/store.js';
import './theme/base.css';
// In any order: no rule of one gives way to a rule of another by standing before it.
import './bench/bench.css';
import './bench/frame/frame.css';
import './bench/frame/units-choice.css';
import './bench/margin/notes.css';
import './bench/sentence/sentence.css';
import './leaves/drawn/grid-lines.css';
import './leaves/drawn/map-lines.css';
import './leaves/handles.css';
import './leaves/leaves.css';
import './print/print.css';
import './stations/file/file.css';
import './stations/fit/fit.css';
import './stations/map/tools/strokes-found.css';
import './stations/panels.css';
import './stations/stations.css';
import './stations/tools.css';
import { ThemeProvider } from './theme/theme-provider.js';

const store = createStore();
setupListeners(store.dispatch);
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'hidden') store.dispatch(saveNow());
});
followPresses(window);
const root = document.getElementById('root');
if (!root) throw new Error('The page has no place for the application.');
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <ThemeProvider>
        <App />
      </ThemeProvider>
    </Provider>
  </StrictMode>,
);
