import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { themeChosen, useApp, useAppDispatch } from '../api/store.ts';

/** Where the keys go to choose another stage of a job. */
const OPEN_STAGE = '[data-stages] [aria-current]';

/** Where a letter is typed, or chooses: a box to tick takes none. */
const TAKES_LETTERS = 'input:not([type=checkbox], [type=radio], [type=range]), textarea, select';

/** Keys that work on every screen, unless somebody types. @param showKeys says which there are. */
export function useShortcuts(showKeys: () => void): void {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const theme = useApp(({ deviceSettings }) => deviceSettings.theme);
  useEffect(() => {
    function press(event: KeyboardEvent): void {
      const { target, key } = event;
      const isTyping =
        target instanceof HTMLElement && (target.isContentEditable || target.matches(TAKES_LETTERS));
      if (isTyping || event.ctrlKey || event.metaKey || event.altKey) return;
      if (key === '?') showKeys();
      else if (key === 'f') navigate('/floor');
      else if (key === 'j') navigate('/jobs');
      else if (key === 'p') navigate('/find');
      else if (key === 'm') navigate('/bench');
      else if (key === 's') document.querySelector<HTMLElement>(OPEN_STAGE)?.focus();
      else if (key === 'b') dispatch(themeChosen(theme === 'light' ? 'booth' : 'light'));
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [dispatch, navigate, showKeys, theme]);
}
