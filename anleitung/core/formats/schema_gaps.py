"""What the program refuses and a JSON Schema cannot say, by the model that refuses it.

Each stands in the schemas as a comment at its place. A test holds the list against the validators
of the models, so that none is missing and none is left over.
"""

GAPS = {
    "App": "option and to belong to does: set, and to no other",
    "Branch": "steps under then, or under otherwise, or both",
    "BuildList": "each build once; all builds have an order, or none",
    "ByHand": "sets and unknown take facts and values from a closed list; no fact in both",
    "Cases": "each answer once",
    "Chord": (
        "moments are followed with two hands: no key is held twice, let go without being held, "
        "pressed briefly while held, or never let go; the cable is not plugged in twice; every "
        "moment but the last has an end"
    ),
    "Passage": (
        "of a codename or of a maker, not of both; places each once, their ids begin with the-; no "
        "passage within it"
    ),
    "Device": (
        "variants, regions, carriers, systems, keys, modes, chords and questions each once; "
        "usual_variant is one of the variants; what a chord, a cause or a variant names is there"
    ),
    "Derived": "at most three * in the pattern",
    "Duration": "usual: the first is not larger than the second; give_up is not below them",
    "Feature": "says is demanded unless the state is works",
    "Form": "each field once, and at least one",
    "FileForPhone": "each file once, and a step that takes this-file",
    "Guide": "ids of steps (at any depth), options, files, tools and programs each once",
    "Layout": (
        "partitions each once; exactly one has the role system, one boot, at least one firmware; "
        "inner partitions need a container of another name; once only where there are two slots"
    ),
    "Letters": "least is not larger than most",
    "Message": "at most three * in the text",
    "Naming": "fixed belongs to the rule fixed, with because, and to no other",
    "NamingScheme": (
        "form ids once; a form for builds; newer_by and same name its fields; no string reads in "
        "two ways"
    ),
    "Number": "least is not larger than most",
    "OneOfList": "values once",
    "OwnFact": "each value once; what sets it sets a value of it, each event once",
    "Package": (
        "writes needs content; versions belong to host tools and drivers and allow version; a "
        "derived file has no digest and no source; ways and forbidden share none, installed_by and "
        "refused_by neither; switches_slot needs writes_to other or both"
    ),
    "Program": "menu words and options each once",
    "Question": ("answers once, one of which goes on; usual is one of them and comes with seconds"),
    "Second": "size belongs to does: create, file to does: install",
    "Shipment": "from_build for incremental only; from_least and from_most for range only",
    "SwitchCause": "cause carrier names it; cause patch-level names the least one",
    "SystemState": "since and until are among the releases, and in their order",
    "SwitchSetting": "a switch of the stock system is turned on or off",
    "Tool": (
        "commands or a window; one command for each host; no placeholders but {file} and "
        "{partition}"
    ),
    "Unlocking": (
        "asked_from for maker-code and signed-file, token_shown for maker-code, wait_days for "
        "account-wait and for no other"
    ),
    "VersionRule": (
        "exact or a range, not both; least is not newer than most; something is allowed"
    ),
    "TimeWindow": "opens is below closes",
    "WindowOption": "does needs an id, and right on or off",
}

ALSO = (
    "Conditions are read by a grammar of their own (docs/guide-format.md).",
    "Days are days that there are: 2026-02-30 is none.",
    "Outer spaces of sentences are taken off before they are judged.",
    "Tags of the supplementary plane (U+E0000 to U+E0FFF) are refused in names.",
)
