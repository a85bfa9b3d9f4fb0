import { looksOverScreens } from './screens.ts';

looksOverScreens('light');
