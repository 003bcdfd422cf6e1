import { Link } from 'react-router';

export function NothingHere() {
  return (
    <main className="grid h-full place-content-center gap-3 text-center">
      <title>Page not found · Cyclogram</title>
      <h1 className="text-lg">Page not found</h1>
      <Link to="/" className="text-glass underline">
        Go to your films
      </Link>
    </main>
  );
}
