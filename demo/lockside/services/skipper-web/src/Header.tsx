export function Header() {
  return (
    <header>
      <h1>Don't be late at {process.env.NEXT_PUBLIC_LOCK_NAME}</h1>
      {process.env.NEXT_PUBLIC_STORM_BANNER === "true" && <p>The lock is closed: storm.</p>}
      <small>{process.env.NODE_ENV !== "production" ? "test water" : null}</small>
    </header>
  );
}
