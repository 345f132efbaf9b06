/** 18402 as "18 402". */
export function count(value: number): string {
  return String(Math.round(value)).replace(/\B(?=(\d{3})+$)/g, "\u2009");
}

/** "1 contact", "12 contacts". */
export function many(value: number, one: string, more = `${one}s`): string {
  return `${count(value)} ${value === 1 ? one : more}`;
}

/** 33.6 degrees as "034°". */
export function bearingText(degrees: number): string {
  return `${String(Math.round(degrees) % 360).padStart(3, "0")}°`;
}

/** 1 234 567 bytes as "1.2 MB". */
export function bytesText(bytes: number): string {
  if (bytes < 1000) return many(bytes, "byte");
  return bytes < 1_000_000 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

/** 75 seconds as "1:15", an hour and a minute as "1:01:00". */
export function clockText(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  const two = (value: number) => String(value).padStart(2, "0");
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60];
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`;
}
