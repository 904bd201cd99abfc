// The largest library, by itself.
import "react-dom/client";
