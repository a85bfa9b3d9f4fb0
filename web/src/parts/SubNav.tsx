import { NavLink } from 'react-router';

/** The pages of a part of the product, above whichever is open. @param label names them for those who hear the page. */
export function SubNav({ label, pages }: { label: string; pages: readonly { to: string; name: string }[] }) {
  return (
    <nav aria-label={label} className="no-print flex flex-wrap gap-1 px-5 pt-3 max-md:px-3">
      {pages.map(({ to, name }) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `press-h-9 flex items-center px-3 py-1.5 font-semibold ${isActive ? 'tape' : 'hover:underline'}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
