/** Something short that was spoken, to be heard. */
export const Spoken = ({ address, label }: { readonly address: string; readonly label: string }) => (
  // What was said in ten seconds has no captions: whoever cannot hear it is told that it is there.
  <audio controls preload="none" src={address} aria-label={label} style={{ maxWidth: '100%', height: 44 }} />
);
