"""The cautions that the program puts before a step, by what the step does."""

from gettext import gettext as _

CAUTIONS = {
    "all-data-goes": _("All data on the phone goes here. What was not copied elsewhere is lost."),
    "system-goes": _(
        "What stands there goes. Until something is installed there, the phone does not start."
    ),
    "warranty": _(
        "The warranty may end, and a mark in the phone may stay for good. Ask the seller first if "
        "that matters to you."
    ),
    "wrong-file-ends-phone": _(
        "A wrong file can end the phone. Compare the name and the digest once more."
    ),
    "never-relock-foreign": _(
        "Do not lock the bootloader again while this system is installed: the phone may not "
        "start, and may not be unlocked again."
    ),
    "payment-apps": _("Payment and identity apps may stop working afterwards."),
    "stolen-phone-open": _("From here on a phone that is stolen or lost is open to its finder."),
    "radio-test-call": _(
        "After this change, test a call. How emergency calls are tested without disturbing them "
        "differs from place to place: ask where you live."
    ),
    "battery-care": _(
        "Leave a swollen or hot battery alone, and take no phone apart: those belong to an "
        "authorised repairer."
    ),
    "root-rules": _(
        "Root can be forbidden by law, contract or employer: those rules come first. Every app "
        "that is given root can read and change everything."
    ),
    "rules-first": _(
        "Law, contract or employer may forbid unlocking. Those rules come first. A swollen or hot "
        "battery, or an opened phone, belongs to an authorised repairer."
    ),
}
