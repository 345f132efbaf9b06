import { type ReactNode, type SelectHTMLAttributes, useId } from "react";

interface ChoiceProps extends SelectHTMLAttributes<HTMLSelectElement> {
  label: string;
  wrapperClassName?: string;
  children: ReactNode;
}

/** A labelled list to choose one of. */
export function Choice({ label, className = "", wrapperClassName = "", children, ...rest }: ChoiceProps) {
  const id = useId();
  return (
    <div className={`grid min-w-0 content-start gap-[3px] ${wrapperClassName}`}>
      <label htmlFor={id} className="truncate text-tiny text-soft">
        {label}
      </label>
      <select id={id} className={`field px-1 ${className}`} {...rest}>
        {children}
      </select>
    </div>
  );
}
