import { looksOverScreens } from './screens.ts';

looksOverScreens('booth');
