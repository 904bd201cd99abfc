"""One finding, one module: what it says, its rule, its fix; beside it its examples."""
