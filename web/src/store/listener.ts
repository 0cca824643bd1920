import { createAction, createListenerMiddleware } from '@reduxjs/toolkit';

/** Hears what is decided; whoever does something about it joins when its code is loaded. */
export const listener = createListenerMiddleware();

/** Saves what is unsaved without waiting for the pause: the page is about to be out of sight. */
export const saveNow = createAction('work/saveNow');
