export { Hours as default } from "../../airwaves/Hours";
