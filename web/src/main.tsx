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
