"""The door's forms for those who have no password yet."""

from __future__ import annotations

import secrets
from typing import Any

from django import forms
from django.conf import settings
from django.contrib.auth.password_validation import validate_password
from django.core.validators import RegexValidator

from workshop.models import Code, Member

NAME = RegexValidator(r"^[\w.@+-]+$", "Letters, digits and . @ + - _ only, no spaces.")


class _NewMember(forms.Form):
    """A sign-in name nobody has, and a password that is hard to guess."""

    username = forms.CharField(max_length=60, validators=[NAME])
    called = forms.CharField(max_length=60)
    password = forms.CharField(max_length=400, strip=False)

    def clean_username(self) -> str:
        name: str = self.cleaned_data["username"]
        if Member.objects.filter(username__iexact=name).exists():
            raise forms.ValidationError("Somebody has this sign-in name already. Take another.")
        return name

    def clean_password(self) -> str:
        password: str = self.cleaned_data["password"]
        validate_password(password)
        return password


class OwnerForm(_NewMember):
    """A bench and its first owner; from another machine, with the code that the start printed."""

    bench = forms.CharField(max_length=80)
    code = forms.CharField(max_length=40, required=False)

    def __init__(self, *args: Any, here: bool, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.here = here

    def clean_code(self) -> str:
        code: str = self.cleaned_data["code"]
        wanted = settings.SETUP_CODE
        if not self.here and not (wanted and secrets.compare_digest(code.encode(), wanted.encode())):
            raise forms.ValidationError("Not the code that ./dentado start printed.")
        return code


class CodeForm(_NewMember):
    """What a one-time code asks for: a member's all, or only a new password."""

    def __init__(self, *args: Any, code: Code | None, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        if code and code.member_id:
            del self.fields["username"], self.fields["called"]
        elif code:
            self.fields["called"].initial = code.called
