/** A share in words and as a bar: `62 %`. */
export function ShareText({ share }: { readonly share: number }) {
  return <span className="ob-time">{Math.round(share * 100)} %</span>;
}
