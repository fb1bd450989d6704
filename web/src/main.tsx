import { present } from '@vaktman/core';
import '@fontsource-variable/archivo/wdth.css';
import '@fontsource/b612-mono/latin-400.css';
import '@fontsource/b612-mono/latin-700.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { App } from './App';
import { LaterOutbox } from './outbox/laterOutbox';
import { OutboxContext } from './outbox/OutboxContext';
import { createStore, keepOnDevice } from './store';

const store = createStore();
await keepOnDevice(store, localStorage);
const outbox = new LaterOutbox(store);
outbox.start();

createRoot(present(document.getElementById('root'))).render(
  <StrictMode>
    <Provider store={store}>
      <OutboxContext value={outbox}>
        <App />
      </OutboxContext>
    </Provider>
  </StrictMode>,
);
