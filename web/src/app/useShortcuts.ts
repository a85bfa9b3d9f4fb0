import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { themeChosen, useApp, useAppDispatch } from '../api/store.ts';

/** Keys that work on every screen, unless somebody types. @param showKeys says which there are. */
export function useShortcuts(showKeys: () => void): void {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const theme = useApp(({ deviceSettings }) => deviceSettings.theme);
  useEffect(() => {
    function press(event: KeyboardEvent): void {
      const { target, key } = event;
      const isTyping =
        target instanceof HTMLElement &&
        (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
      if (isTyping || event.ctrlKey || event.metaKey || event.altKey) return;
      if (key === '?') showKeys();
      else if (key === 'f') navigate('/floor');
      else if (key === 'j') navigate('/jobs');
      else if (key === 'p') navigate('/find');
      else if (key === 'm') navigate('/bench');
      else if (key === 'b') dispatch(themeChosen(theme === 'light' ? 'booth' : 'light'));
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [dispatch, navigate, showKeys, theme]);
}
