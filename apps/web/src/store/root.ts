import { combineSlices } from '@reduxjs/toolkit';
import { api } from './api';
import { houseApi } from './house-api';

/** What the server was asked; slices beside it come with the code that needs them, as that of the open design does. */
export const root = combineSlices(api, houseApi);
