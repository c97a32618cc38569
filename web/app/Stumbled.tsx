/** A part of the interface that could not be loaded, or that failed: nothing that was done is lost by it. */
export function Stumbled() {
  return (
    <div className="empty" role="alert">
      <h1>This page could not be shown</h1>
      <p>Your work is kept on this device. Check the network, then load the page again.</p>
      <button type="button" onClick={() => location.reload()}>
        Load it again
      </button>
    </div>
  );
}
