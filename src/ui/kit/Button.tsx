import type { ButtonHTMLAttributes } from "react";

const LOOKS = {
  act: "bg-signal text-signal-ink border-signal font-semibold hover:brightness-110",
  plain: "bg-panel text-ink border-edge hover:bg-signal-wash hover:border-signal",
  quiet: "bg-transparent text-soft border-transparent hover:text-signal hover:bg-signal-wash",
};

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: keyof typeof LOOKS;
  small?: boolean;
}

export function Button({ look = "plain", small = false, className = "", type = "button", ...rest }: ButtonProps) {
  const size = small ? "h-7 px-2.5" : "h-[34px] px-3.5";
  return (
    <button
      type={type}
      className={`inline-flex items-center justify-center gap-2 whitespace-nowrap rounded-field border disabled:opacity-50 ${size} ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
