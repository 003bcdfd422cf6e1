import { Link } from 'react-router';

export function NothingHere() {
  return (
    <main className="grid h-full place-content-center gap-3 text-center">
      <h1 className="text-lg">There is nothing at this address.</h1>
      <Link to="/" className="text-glass underline">
        Go to your films
      </Link>
    </main>
  );
}
