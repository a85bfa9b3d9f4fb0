import { Link } from 'react-router';

export function NotFound() {
  return (
    <main className="p-8">
      <h1>Page not found.</h1>
      <Link to="/jobs" className="mt-3 inline-block font-semibold text-act underline">
        Go to the jobs
      </Link>
    </main>
  );
}
