/** A file that was handed in or given back: what sounds or moves is played, everything can be had. */
export function GivenFile({
  file: { name, contentType },
  address,
}: {
  readonly file: { readonly name: string; readonly contentType: string };
  readonly address: string;
}) {
  return (
    <p>
      <a href={address}>{name}</a>
      {/^(audio|video)\//.test(contentType) && (
        <>
          <br />
          {/* biome-ignore lint/a11y/useMediaCaption: what somebody recorded for somebody has no captions */}
          <video
            src={address}
            controls
            preload="metadata"
            style={{ maxWidth: '100%', maxHeight: 360 }}
            aria-label={name}
          />
        </>
      )}
    </p>
  );
}
