import { type Figure, FIGURES } from "@/core/confirm";
import { Choice } from "../../kit/Choice";
import { FIGURE_NAMES } from "./words";

interface FigureChoiceProps {
  label: string;
  inline?: boolean;
  figure: Figure;
  onChange: (figure: Figure) => void;
}

/** Which figure of a chart is counted. */
export function FigureChoice({ figure, onChange, ...rest }: FigureChoiceProps) {
  return (
    <Choice
      {...rest}
      value={figure}
      onChange={({ target }) => onChange(FIGURES.find((one) => one === target.value) ?? figure)}
    >
      {FIGURES.map((one) => (
        <option key={one} value={one}>
          {FIGURE_NAMES[one]}
        </option>
      ))}
    </Choice>
  );
}
