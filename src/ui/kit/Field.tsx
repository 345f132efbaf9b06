import { type InputHTMLAttributes, type ReactNode, type Ref, useId } from "react";
import { FaultText } from "./FaultText";

interface FieldProps extends InputHTMLAttributes<HTMLInputElement> {
  label: string;
  /** Shown under the field, over what is there but in a window, and told to screen readers. */
  fault?: string | undefined;
  mono?: boolean;
  ref?: Ref<HTMLInputElement>;
  wrapperClassName?: string;
  /** Stands at the right end of the label's line. */
  aside?: ReactNode;
}

export function Field({
  label,
  fault,
  mono = false,
  className = "",
  wrapperClassName = "",
  aside,
  ...rest
}: FieldProps) {
  const id = useId();
  return (
    <div className={`relative grid min-w-0 content-start gap-[3px] ${wrapperClassName}`}>
      <span className="flex items-center justify-between gap-1 text-tiny text-soft">
        <label htmlFor={id} className="truncate">
          {label}
        </label>
        {aside}
      </span>
      <input
        id={id}
        className={`field ${mono ? "font-mono" : ""} ${className}`}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        {...rest}
      />
      <FaultText id={`${id}-fault`} fault={fault} />
    </div>
  );
}
