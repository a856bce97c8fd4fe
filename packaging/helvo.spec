# Made of the same files as the .deb: packaging/make says where they are.
Name: helvo
Version: %{helvo_version}
Release: 1
Summary: Scatter figures with error bars and trend lines
License: Apache-2.0
Group: Applications/Engineering
Requires: bash, gtk3, libXtst, fontconfig, freetype
AutoReqProv: no
%global debug_package %{nil}
%global __os_install_post %{nil}
%global _build_id_links none
%global _binary_payload w3.zstdio
%global clamp_mtime_to_source_date_epoch 1
%global use_source_date_epoch_as_buildtime 1
%global _buildhost helvo

%description
Helvo plots paired measurements as a scatter chart with error bars, fits trend
lines, and says in words and numbers how good they are: equation, coefficients
with their uncertainty, residuals, and which lines the error bars allow.

%install
mkdir -p %{buildroot}
cp -Rp %{helvo_root}/usr %{buildroot}/

%files
/usr/bin/helvo
/usr/lib/helvo
/usr/share/applications/helvo.desktop
/usr/share/mime/packages/helvo.xml
/usr/share/metainfo/helvo.metainfo.xml
/usr/share/icons/hicolor/*/*/*
/usr/share/man/man1/helvo.1.gz
/usr/share/bash-completion/completions/helvo
/usr/share/zsh/vendor-completions/_helvo
/usr/share/fish/vendor_completions.d/helvo.fish
/usr/share/doc/helvo
