import "../styles/workbench.css";

// One after the other: a slow machine answers in between, and what is drawn comes last.
import("./drawing").then(() => import("./libraries")).then(() => import("./start"));
